/** A point in space, in millimetres. */
export type Vec3 = [number, number, number];
