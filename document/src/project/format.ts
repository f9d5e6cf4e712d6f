export const FORMAT = 'pencil-bend-project';
export const VERSION = 5;
