/** What a point of the skyline can be, in the order in which it is offered: checked against the server's own type. */
import type { Schemas } from '@/api/client'

type Kind = NonNullable<Schemas['SkylinePoint']['kind']>
const NAMES: Record<Kind, string> = {
  terrain: 'terrain',
  tree: 'tree',
  building: 'building',
  pole: 'pole',
  wire: 'wire',
}

export const SKYLINE_KINDS = Object.entries(NAMES).map(([value, label]) => ({ value: value as Kind, label }))
