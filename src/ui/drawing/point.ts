/** Where joints are drawn. */

export type Point = { readonly x: number; readonly y: number };
export type Leg = { readonly hip: Point; readonly knee: Point; readonly ankle: Point; readonly toe: Point };
export type Arm = { readonly shoulder: Point; readonly elbow: Point; readonly wrist: Point; readonly hand: Point };
