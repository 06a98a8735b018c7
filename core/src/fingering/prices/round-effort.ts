/** Efforts are sums of floating-point terms and of the tiny tie-break; this is far below any real difference. */
const ROUNDING = 1e-4;

/** Rounds an effort as it is shown: beyond that figures are noise of adding. @example roundEffort(0.30000004) // => 0.3 */
export const roundEffort = (effort: number): number =>
  Math.abs(effort) < ROUNDING ? 0 : Math.round(effort * 1000) / 1000;
