/** Words of the field as they are used here, each in one sentence. */
export interface Term {
  word: string;
  means: string;
}

export const GLOSSARY = [
  {
    word: "Value",
    means: "How light a colour is, from 0, black, to 10, white; paint reaches from about 1.8 to 9.5.",
  },
  { word: "Plane", means: "All that stands about as far off: sky, far hills, a bank. 1 is the farthest." },
  { word: "Mass", means: "The large shape of a plane in its one main value." },
  { word: "Accents", means: "The darkest dark and the lightest light inside a plane, small and few." },
  { word: "Veil", means: "The air between you and what is far: it takes contrast and lends its own colour." },
  {
    word: "Pull of the veil",
    means: "How far planned values follow the air: 0 keeps the photo, 100 % takes the air's.",
  },
  { word: "Sight", means: "How far one sees: where only a fiftieth of the contrast is left." },
  { word: "Ladder", means: "All planes on one scale of values: hollow as measured, solid as planned." },
  { word: "Section", means: "The scene from the side: from your eye outward, distances as they grow." },
  { word: "Key", means: "Whether the picture as a whole lies light, in the middle or dark." },
  { word: "Focus", means: "The one place where the eye is to stay; everything else may be simpler." },
  { word: "Edge", means: "Where two shapes meet: hard, soft, or lost, when they run into each other." },
  { word: "Gap", means: "Least difference of value that keeps two planes apart where they meet." },
  { word: "Held", means: "A value that you set by hand; the others are planned round it." },
  { word: "Kept light", means: "A light that is left bare, masked, lifted out, or put on top at the end." },
  { word: "Departure", means: "What will not be as in the photo: moved, bent, left out or added." },
  { word: "String", means: "The mixes of one plane from its light through its mass to its dark." },
  { word: "Masstone", means: "A paint as it comes, so thick that nothing shows through." },
  { word: "Tint", means: "A paint with white in it: it shows the hue and how strong the paint is." },
  { word: "Out of reach", means: "A colour that no mix of these tubes comes near: over 4 off (CIEDE2000)." },
  { word: "Batch", means: "One pile of paint and all that is painted with it." },
  { word: "Pass", means: "One go over a plane or a thing with one mix: a block-in, a glaze, details." },
  { word: "Block-in", means: "The first covering layer of a plane, its mass in one value." },
  { word: "Underlay", means: "A pale opaque base under a clear colour, so that it glows." },
  {
    word: "Glaze",
    means: "Transparent paint over paint that is firm: it turns the colour and keeps the drawing.",
  },
  {
    word: "Scumble",
    means: "Thin opaque paint dragged over dry paint, so that what is under it shimmers through.",
  },
  { word: "Open", means: "Paint that can still be worked; after that it is tacky, and then touch dry." },
  { word: "Tacky", means: "No longer open and not yet dry: a brush pulls it up." },
  { word: "Touch dry", means: "Dry on its skin: paint may go over it, a finger leaves no mark." },
  { word: "Dry through", means: "Dry to the ground: a varnish may go on." },
  {
    word: "To cut round",
    means: "Painting a farther plane up to the edge of a nearer one that stands already.",
  },
  { word: "Remix", means: "Making a mix again that was used before another one." },
  {
    word: "Fat over lean",
    means: "In oil, each later layer holds at least as much oil as the one under it.",
  },
  {
    word: "School of order",
    means: "A way to travel over the picture: far to near, light to dark, the whole at once.",
  },
  { word: "Score", means: "Passes in time: rows are planes, a tail falls to touch dry." },
  { word: "Meant so", means: "A judgement you have answered with a reason; it is printed with the plan." },
] as const satisfies Term[];

/** A word that the glossary has. */
export type Word = (typeof GLOSSARY)[number]["word"];
