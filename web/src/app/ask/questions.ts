/** The questions, in the order in which somebody has them. */
export const QUESTIONS = [
  { key: "goes-in", label: "What goes in?", says: "fixing, bit and depth for a thing and a wall" },
  { key: "wall", label: "What is this wall?", says: "knock, magnet, pin: told as you go" },
  { key: "here", label: "May I drill here?", says: "what is on both faces, and the risk" },
  { key: "bit", label: "Which bit?", says: "plug or screw in hand, bits you own" },
  { key: "apart", label: "How far apart?", says: "so many things on a width" },
  { key: "deep", label: "How deep may I go?", says: "before the back or a cable" },
] as const;

export type QuestionKey = (typeof QUESTIONS)[number]["key"];
