/** The next groove above or below a length, in exact millimetres (a length is a whole number of nanometres). */
export function nextGroove(mm: number, groove: number, up: boolean): number | null {
  const nm = Math.round(mm * 1e6);
  const step = Math.round(groove * 1e6);
  const next = up ? (Math.floor(nm / step) + 1) * step : (Math.ceil(nm / step) - 1) * step;
  return next > 0 ? next / 1e6 : null;
}
