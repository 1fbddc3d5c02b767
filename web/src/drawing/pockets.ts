import { text } from '@/words/text/drawing'

/** The pockets by name, the far ones above the near ones as a table is looked at. */
export const POCKETS = [
  { key: 'head-far', name: text.farHeadCorner },
  { key: 'side-far', name: text.farSide },
  { key: 'foot-far', name: text.farFootCorner },
  { key: 'head-near', name: text.nearHeadCorner },
  { key: 'side-near', name: text.nearSide },
  { key: 'foot-near', name: text.nearFootCorner },
]
/** In this order they lie in a table's geometry. */
export const POCKET_ORDER = ['head-near', 'side-near', 'foot-near', 'head-far', 'side-far', 'foot-far']
