/** One thing that a menu does; its key, where it has one. */
export interface MenuEntry {
  label: string
  key?: string
  act: () => unknown
}
