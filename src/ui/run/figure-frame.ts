/** Where the figure of a stage stands. */
export const FIGURE_FRAME = "w-full self-start rounded-xl border border-line bg-card";
