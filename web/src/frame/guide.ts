/** How painters use each stage: what they do there, in the order they do it, with pictures of the sample. */

export interface GuideStep {
  title: string;
  text: string;
  /** Name of the picture beside it, and what it shows. */
  picture?: string;
  shows?: string;
}

export const GUIDE: Record<string, GuideStep[]> = {
  sources: [
    {
      title: "Bring what you stood before",
      text: "One photo is enough. It becomes the main picture, and everything later is measured on it. Further photos, a sketch page or a value study stand beside it and say what the photo does not: what you saw in the shade, what moved.",
      picture: "sources-board",
      shows: "The main photo with its notes, departures and the light",
    },
    {
      title: "Put the photo right before you trust it",
      text: "Straighten a leaning horizon, and press a white or grey card if one is in the picture, so that a colour cast does not go into every value. A photo makes darks darker and skies lighter than you saw them: pin a note where you remember better.",
      picture: "sources-page",
      shows: "A sketchbook page, its frames found and cut out",
    },
    {
      title: "Say what will be otherwise",
      text: "A post left out, a tree moved, a path bent: draw a departure and give your reason. Thumbnails and planes follow it, and it is printed with the plan.",
    },
  ],
  thumbnails: [
    {
      title: "See it in three values first",
      text: "If the picture does not hold in three or four values, detail will not save it. Drag the cuts on the scale until the large shapes stand clear, and squint at it from two metres.",
      picture: "thumbnails-scale",
      shows: "The picture in a few values, with the cuts between them",
    },
    {
      title: "Mark the focus",
      text: "One place where the eye is to stay. Contrast, detail and hard edges are weighed against it from here on; without it nobody can say where detail is wasted.",
    },
    {
      title: "Keep several, choose one",
      text: "Another crop, a lighter key, one value fewer: each takes a few seconds. The wall says how each differs from the chosen one, and what is put aside comes back as an idea for later.",
      picture: "thumbnails-wall",
      shows: "Kept thumbnails, each told by how it differs",
    },
  ],
  planes: [
    {
      title: "One stroke for each plane",
      text: "Far is 1. A rough stroke through what stands about as far away is enough: the outline settles on the edges, and a second stroke mends it where it went wrong. Things such as a boat are named apart and belong to one plane.",
      picture: "planes-picture",
      shows: "Planes marked on the photo, each with its number",
    },
    {
      title: "Read the ladder from the top",
      text: "Hollow marks are the photo, solid ones the plan. Where two planes that meet stand closer than the gap, they will run together on the painting. Pull one of them; the others move along, and each can be left where it was.",
      picture: "planes-ladder",
      shows: "All planes on one scale of values, measured and planned",
    },
    {
      title: "Let the air do the work",
      text: "Distances and the veil say how pale and how cool each plane wants to be. Try a thicker veil on the picture before you plan it; hold what you know better.",
      picture: "planes-section",
      shows: "The scene from the side, with the distance of each plane",
    },
  ],
  mixes: [
    {
      title: "Squeeze out little",
      text: "Put on the palette what you really own. A smaller palette holds a painting together; what none of these tubes reaches is said beforehand, with the tube that would.",
      picture: "mixes-tubes",
      shows: "The palette, each tube from masstone to tint",
    },
    {
      title: "Mix light, mass and dark of each plane",
      text: "The mass first, since it covers most. Recipes are whole parts, counted as dots. Compare wanted and made in company: a mix that looks right on white is often wrong between its neighbours.",
      picture: "mixes-strings",
      shows: "A string for each plane: its light, its mass, its dark",
    },
    {
      title: "Look at the painting before it is painted",
      text: "The build shows the picture after each pass, with your order and your mixes. A wrong order shows as bare rims, mud or a dulled light.",
      picture: "mixes-build",
      shows: "A stage of the build held beside the finished painting",
    },
  ],
  passes: [
    {
      title: "Go through it once as if painting",
      text: "Press from pass to pass: the area of each is lit, all else steps back. What stands behind is painted before what stands before it, unless your medium wants it otherwise.",
      picture: "passes-lit",
      shows: "The area of one pass lit, the rest stepped back",
    },
    {
      title: "Choose your order",
      text: "Far to near, light to dark, the whole at once: each school is drawn small, with what it costs you in edges to cut round, waits and remixes. None of them is the right one.",
      picture: "passes-schools",
      shows: "The same painting in the order of several schools",
    },
    {
      title: "Decide when it is finished",
      text: "Under the list stands everything that is wanted, with the passes that do it. When the last of them is painted, stop; what is not wanted needs no pass.",
    },
  ],
  sessions: [
    {
      title: "Put in the time you really have",
      text: "An evening of ninety minutes with ten to set up and ten to clean is seventy. Add the sessions; the passes find their places, and whatever must dry waits.",
      picture: "sessions-score",
      shows: "The score: rows are planes, tails fall until the paint is touch dry",
    },
    {
      title: "Drag what you would do otherwise",
      text: "Before it is let go, the ghost says what breaks: wet paint beneath, mud, a light that is gone. What you put by hand stays there.",
      picture: "sessions-dragged",
      shows: "A bar held over wet paint, and what would break",
    },
    {
      title: "Take the sheet outside",
      text: "One page for the next session, readable at arm's length: planes with their outlines, passes with minutes and values, what to take along and what to be careful of.",
    },
  ],
  easel: [
    {
      title: "One pass at a time",
      text: "Only its place is lit; beside it the mix, the brush, the minutes that are left. Done, next: one press, a pedal or the space bar, and the next one is begun. A wrong press is taken back with Undo.",
      picture: "easel-now",
      shows: "The pass of now, its place lit, its mix and minutes beside it",
    },
    {
      title: "Trust a finger before the clock",
      text: "Every film has its clock, from the hour it was really painted and the air of today. Touch the rim: what you find is told by one press, and where a hand may lean follows from it.",
      picture: "easel-films",
      shows: "What each film is now, and until when",
    },
    {
      title: "When it goes wrong, and at the end",
      text: "It went wrong shows what this paint allows as wet as it is now. At the end the card says what is wet until when, what to clean and how, and asks what is to be mended next time. For a place without a network, take the session along as one file.",
    },
  ],
  log: [
    {
      title: "Photograph it with white round it",
      text: "The photo is straightened, its light taken out, glare left out, and each plane is held against the plan as it should look by then. A plane that drifted has its remedy one press away, or you plan on from where it stands.",
      picture: "log-photo",
      shows: "The painting over its plan, and each plane on the scale of values",
    },
    {
      title: "See where the minutes went",
      text: "Outline planned, paint taken. Your own pace is told as a range and can be used for what is still to come. Much paint in one place is told, never whether it is good.",
      picture: "log-minutes",
      shows: "Minutes of each plane, planned and taken",
    },
    {
      title: "Say beforehand when it is finished",
      text: "Write two or three sentences while you still plan. At the end they are looked at one by one, met or waived with a reason. The diary keeps what was decided and what was taken back.",
    },
  ],
};
