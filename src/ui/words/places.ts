/** 'Round pens', or 'Round pens, then Arena'. */
export const sayPlaces = (place: string, then: string | null): string => (then === null ? place : `${place}, then ${then}`);
