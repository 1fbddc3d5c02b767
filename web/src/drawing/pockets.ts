/** The pockets by name, the far ones above the near ones as a table is looked at. */
export const POCKETS = [
  { key: 'head-far', name: 'far head corner' },
  { key: 'side-far', name: 'far side' },
  { key: 'foot-far', name: 'far foot corner' },
  { key: 'head-near', name: 'near head corner' },
  { key: 'side-near', name: 'near side' },
  { key: 'foot-near', name: 'near foot corner' },
]
/** In this order they lie in a table's geometry. */
export const POCKET_ORDER = ['head-near', 'side-near', 'foot-near', 'head-far', 'side-far', 'foot-far']
