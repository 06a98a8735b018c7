/** Lets requests that came meanwhile be answered. */
export const pause = (): Promise<void> => new Promise(setImmediate);
