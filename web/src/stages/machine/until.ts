import type { Job } from "../../api/client";

type Stroke = Job["strokes"][number];

/** The part of a stroke that is worked at a time. */
export function until(stroke: Stroke, t: number): number[][] {
  const share = Math.max(0, Math.min(1, (t - stroke.from) / (stroke.to - stroke.from || 1)));
  const points = stroke.points_mm;
  const steps = points.slice(1).map((point, n) => {
    const before = points[n] ?? point;
    return Math.hypot((point[0] ?? 0) - (before[0] ?? 0), (point[1] ?? 0) - (before[1] ?? 0));
  });
  let left = share * steps.reduce((sum, step) => sum + step, 0);
  const part = points.slice(0, 1);
  for (const [n, step] of steps.entries()) {
    const [a = [], b = []] = [points[n], points[n + 1]];
    if (left < step) {
      const along = step > 0 ? left / step : 0;
      part.push([0, 1].map((side) => (a[side] ?? 0) + ((b[side] ?? 0) - (a[side] ?? 0)) * along));
      return part;
    }
    part.push(b);
    left -= step;
  }
  return part;
}
