/** Up to so many points a curve near them is sought with every change; beyond, what is shown keeps its knots. */
export const LIVE_TARGETS = 50;
