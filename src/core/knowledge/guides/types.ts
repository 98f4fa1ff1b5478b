import type { SchoolChoice } from "../protocols";

/**
 * What the hands need to know of a test beside its stages. Two of its lines are
 * read at the table: what is said to the person, and where the practitioner
 * stands; the rest is a press away.
 */
export type TestGuide = {
  /** Said to the person before it: at most 12 words. */
  readonly say: string;
  /** Where the practitioner stands, and their hands: at most 14 words. */
  readonly stand: string;
  /** The way to the landmark. */
  readonly landmark: string;
  /** What a healthy person feels. */
  readonly healthy: string;
  /** How it most often goes wrong. */
  readonly wrong: string;
  /** End feel, and pain against resistance; null where no hand takes a part to its end. */
  readonly endFeel: string | null;
  /** What is said or done otherwise under a way of doing the test. */
  readonly ways?: readonly GuideWay[];
};

export type GuideWay = {
  readonly under: SchoolChoice;
  readonly say?: string;
  readonly stand?: string;
};
