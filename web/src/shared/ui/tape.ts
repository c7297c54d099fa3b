/** The colours of the roll: named for what they stand for on the floor. Checked for AA on paper and on the court. */
export const tape = {
  ink: "#1b2440",
  paper: "#fbf6ec",
  coral: "#b93a26",
  teal: "#0c6e66",
  mustard: "#e3aa2e",
  plum: "#6d3a78",
  timber: "#a8713c",
  timberDark: "#7d5126",
  chalk: "#f4f1e8",
} as const;

export const court = {
  ground: "#10172b",
  line: "#3b4668",
  text: "#fdf9ef",
  dim: "#b9c1d9",
  coral: "#ff8a75",
  coralDeep: "#7d2415",
  teal: "#4fd8c7",
  tealDeep: "#06504a",
  mustard: "#f3c04b",
} as const;

/** The letters of headings and of every big number. */
export const HEADINGS = '"Bricolage Grotesque Variable", sans-serif';
