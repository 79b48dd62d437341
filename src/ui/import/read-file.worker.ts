import { readFile } from "./read-file.ts";

onmessage = ({ data }: MessageEvent<Uint8Array>) => {
  void readFile(data).then((read) => postMessage(read));
};
