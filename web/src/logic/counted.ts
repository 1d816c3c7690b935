/** What of a day can be counted, and how it is said. */
export const COUNTED = [
  { field: "cards", label: "Cards", one: "One card", many: "cards", most: 60 },
  { field: "makers", label: "Makers", one: "one maker", many: "makers", most: 9 },
  { field: "heat_tools", label: "Heat tools", one: "one heat tool", many: "heat tools", most: 9 },
  { field: "presses", label: "Presses", one: "one press", many: "presses", most: 9 },
  { field: "cutters", label: "Cutters", one: "one cutter", many: "cutters", most: 9 },
  {
    field: "stencils",
    label: "Of each stencil",
    one: "one of each stencil",
    many: "of each stencil",
    most: 60,
  },
  { field: "masks", label: "Of each mask", one: "one of each mask", many: "of each mask", most: 60 },
] as const;
export type Counted = (typeof COUNTED)[number];

export const minutesOf = (seconds: number) => Math.round(seconds / 60);
