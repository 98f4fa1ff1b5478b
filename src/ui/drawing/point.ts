/** Where joints are drawn. */

export type Point = { readonly x: number; readonly y: number };
export type Leg = { readonly hip: Point; readonly knee: Point; readonly ankle: Point; readonly toe: Point };
export type Arm = { readonly shoulder: Point; readonly elbow: Point; readonly wrist: Point; readonly hand: Point };

/** A line from point to point, as a path. */
export const path = (...points: Point[]) => `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join("L")}`;
