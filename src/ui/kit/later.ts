/** A part that is loaded when it is first drawn. Where it cannot be (the network went in between), the page goes on without it. */
import { type ComponentType, lazy } from "react";

export const later = <P extends object>(load: () => Promise<ComponentType<P>>) =>
  lazy(() =>
    load()
      .catch((): ComponentType<P> => () => null)
      .then((part) => ({ default: part })),
  );
