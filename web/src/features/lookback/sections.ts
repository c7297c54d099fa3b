/** The pages of Look back, in the order in which one asks. */
export const SECTIONS = [
  { path: "/look-back", title: "What changed" },
  { path: "/look-back/trend", title: "Trend" },
  { path: "/look-back/weak-spots", title: "Weak spots" },
  { path: "/look-back/inside", title: "Inside a run" },
  { path: "/look-back/then-and-now", title: "Then and now" },
  { path: "/look-back/load", title: "Load" },
  { path: "/look-back/logbook", title: "Logbook" },
  { path: "/look-back/season", title: "Season page" },
  { path: "/look-back/together", title: "With a partner" },
] as const;
