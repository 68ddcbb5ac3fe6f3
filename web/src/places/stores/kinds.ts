/** The kinds of entries that the stores hold, and a line about each entry. */
import type { Schemas } from '@/api/client'
import { counted } from '@/lib/counted'
import { type System, toEntry, unitSign } from '@/lib/quantity'

export type Entry = Record<string, unknown>
export const KINDS = [
  { kind: 'satellite', list: 'satellites', title: 'Satellites and beams', leaf: 'Satellites' },
  { kind: 'constellation', list: 'constellations', title: 'Constellations of low orbits', leaf: 'Constellations' },
  { kind: 'terminal', list: 'terminals', title: 'Terminals', leaf: 'Terminals' },
  { kind: 'cable', list: 'cables', title: 'Cables', leaf: 'Cables' },
  { kind: 'instrument', list: 'instruments', title: 'Instruments', leaf: 'Instruments' },
  { kind: 'bracket', list: 'brackets', title: 'Brackets for spare feeds', leaf: 'Brackets' },
  { kind: 'mount', list: 'mounts', title: 'Kinds of mount', leaf: 'Mounts' },
  { kind: 'fixing', list: 'fixings', title: 'Fixings', leaf: 'Fixings' },
  { kind: 'member', list: 'members', title: 'Crew, roles and certificates', leaf: 'Crew' },
  { kind: 'team', list: 'teams', title: 'Crews of the diary', leaf: 'Teams' },
] as const
export type Kind = (typeof KINDS)[number]['kind']
/** A copy of data that a screen may change; what a store hands out is watched and cannot be cloned otherwise. */
export const copyOf = <T>(data: T): T => JSON.parse(JSON.stringify(data)) as T
export const kindOf = (code: string) => KINDS.find((one) => one.kind === code)

type Notes = { [K in Kind]: (one: never, system: System, role: (code: string) => string) => string }
/** As it was entered, without digits that nobody typed. */
const plain = (value: number, unit: string, system: System) =>
  `${toEntry(value, unit, system)} ${unitSign(unit, system)}`
const east = (longitude: number) => `${Math.abs(longitude)}° ${longitude < 0 ? 'W' : 'E'}`

const NOTES: Notes = {
  satellite: (one: Schemas['Satellite']) => {
    const letters = (one.beams ?? []).map((beam) => beam.letter).join(', ')
    return `${east(one.longitude_deg)}, ${letters ? `beams ${letters}` : 'no beams entered'}`
  },
  constellation: (one: Schemas['Constellation'], system) => {
    const shells = (one.shells ?? []).map((shell) => {
      const height = plain(shell.altitude_km, 'km', system)
      return `${shell.plane_count * shell.per_plane_count} at ${height}, ${shell.inclination_deg}°`
    })
    const elements = (one.elements ?? []).length
    return [...shells, ...(elements ? [`${elements} satellites by elements`] : [])].join('; ')
  },
  terminal: (one: Schemas['Terminal'], system) => {
    const mm = (value: number) => plain(value, 'mm', system)
    const sees = one.panel
      ? `panel, cone ${one.panel.cone_half_deg}° over ${one.panel.least_elevation_deg}°`
      : `${mm(one.aperture_mm)}, ${one.polarization}`
    return `family ${one.family}, ${sees}, mast ${mm(one.mast.least_mm)} to ${mm(one.mast.most_mm)}`
  },
  cable: (one: Schemas['CoaxCable'], system) =>
    [
      `${one.loop_ohm_per_100m} Ω loop per 100 m`,
      plain(one.diameter_mm, 'mm', system),
      `bends to ${plain(one.bend_radius_mm, 'mm', system)}`,
    ].join(', '),
  instrument: (one: Schemas['Instrument']) => `${one.kind}, ${counted((one.checks ?? []).length, 'check')}`,
  bracket: (one: Schemas['Bracket'], system) => {
    const mm = (value: number) => plain(value, 'mm', system)
    return `${mm(one.least_mm)} to ${mm(one.most_mm)} from the main feed, holds ${one.feed_count}`
  },
  mount: (one: Schemas['MountKind'], system) => {
    const most = `up to ${plain(one.most_height_m, 'm', system)} and an aperture of ${plain(one.most_aperture_mm, 'mm', system)}`
    return `${one.drills ? 'drilled' : 'no holes'}, ${one.permanent ? 'for good' : 'for trials'}, ${most}`
  },
  fixing: (one: Schemas['Fixing'], system) => {
    const mm = (value: number) => plain(value, 'mm', system)
    return `${mm(one.size_mm)}, ${mm(one.embedment_mm)} deep, for ${one.bases.join(', ').replaceAll('_', ' ')}`
  },
  member: (one: Schemas['Member'], _system, role) => {
    const papers = (one.certificates ?? [])
      .filter((paper) => paper.expires_on)
      .map((paper) => `${role(paper.role)} until ${paper.expires_on}`)
    return [(one.roles ?? []).map(role).join(', ') || 'no role yet', ...papers].join('; ')
  },
  team: (one: Schemas['Team']) =>
    [counted((one.members ?? []).length, 'person', 'people'), one.vehicle].filter(Boolean).join(', '),
}
/** What is told of an entry beside its name. */
export const noteOf = (kind: Kind, one: unknown, system: System, role: (code: string) => string): string =>
  NOTES[kind](one as never, system, role)
