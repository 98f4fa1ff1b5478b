import type { Response } from "@/core/vocabulary";

const SHAPES: Record<Response, React.ReactNode> = {
  nothing: <circle cx="8" cy="8" r="5.5" fill="none" stroke="currentColor" strokeWidth="1.8" />,
  stretch: (
    <path
      d="M5 4 1.5 8 5 12M11 4l3.5 4L11 12M3 8h10"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  ),
  other: <path d="M8 2.2 14.2 13.4H1.8Z" fill="none" stroke="currentColor" strokeWidth="1.8" strokeLinejoin="round" />,
  familiar: <path d="M8 .8 15.2 8 8 15.2.8 8Z" fill="currentColor" />,
};

/** The four responses as one set: ring, two-way arrow, open triangle, solid diamond. Legible at 14 px and without colour. */
export const ResponseMark = ({ response, size = 18 }: { response: Response; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden className="shrink-0">
    {SHAPES[response]}
  </svg>
);
