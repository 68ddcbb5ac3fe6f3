/** The groups of the kit's bill, in the order of unpacking and loading. */
export const KIT_GROUPS: Record<string, string> = {
  terminal: 'The terminal’s box',
  mount: 'The mount',
  fasteners: 'Bolts, washers, nuts',
  fixings: 'Fixings',
  cable: 'Cable',
  consumables: 'Used up',
  height: 'To get up and down',
  tools: 'Tools',
  aloft: 'Up there: what can fall',
  instruments: 'Instruments, checked',
  ready: 'Ready before leaving',
}
export const BOX = ['terminal', 'mount', 'fasteners', 'fixings', 'cable']
export const VAN = ['consumables', 'height', 'tools', 'aloft', 'instruments', 'ready']
