/** The Run-out place's keys, as the sheet of keys lists them. */
export const RUN_OUT_KEYS: [key: string, what: string][] = [
  ['P', 'plan the layout'],
  ['Arrows', 'ball by ball through the plan; with a ball chosen on the table, nudge it'],
  ['Escape', 'the whole plan again'],
  ['Y', 'a shot of your own at the ball that is looked at'],
  ['T', 'type places'],
  ['K', 'keep this plan to compare it'],
  ['Delete', 'take the chosen ball off'],
  ['Ctrl Z', 'undo; with Shift, redo'],
  ['M', 'mirror across the long axis'],
  ['H', 'half-turn of the table'],
  ['N', 'a new break, or a new layout of the game'],
]
