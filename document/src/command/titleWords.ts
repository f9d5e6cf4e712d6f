/** 'radius' of 'Radius': a label within a sentence. */
export const lower = (label: string): string => label.charAt(0).toLowerCase() + label.slice(1);
