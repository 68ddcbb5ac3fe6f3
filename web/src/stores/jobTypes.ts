/** What a job is made of on the screens: its facts, and the lists among them. */
import { type Schemas, TAB } from '@/api/client'

export type Job = Schemas['JobOut']
/** Every fact of every station, none of them needed. */
export type Patch = Schemas['BriefFactsPatch'] &
  Schemas['AimFactsPatch'] &
  Schemas['SkyFactsPatch'] &
  Schemas['MountFactsPatch'] &
  Schemas['CableFactsPatch'] &
  Schemas['BuildFactsPatch'] &
  Schemas['PeakFactsPatch'] &
  Schemas['BringUpFactsPatch'] &
  Schemas['HandOverFactsPatch']
export type SkylineSet = Schemas['SkylineSet']
/** A list of rows that is sent whole. */
export type WholeList =
  | 'cable_pieces'
  | 'runs'
  | 'positions'
  | 'deliveries'
  | 'releases'
  | 'kit'
  | 'landmarks'
  | 'settings'
  | 'extra_runs'
  | 'costs'
  | 'tasks'
  | 'forecast'
  | 'skylines'
  | 'things'
  | 'wind_rose'
  | 'sky_photos'
  | 'attitudes'
  | 'waivers'
  | 'holes'
  | 'plumb'
  | 'curing'
  | 'checks'
  | 'alterations'
  | 'bracket_seats'
  | 'variants_told'
  | 'wall_things'
  | 'tests'
  | 'damages'
  | 'measures'
  | 'sweeps'
  | 'screw_checks'
  | 'covers'
  | 'skew_readings'
  | 'lock_steps'
  | 'told_back'
  | 'radio'
  | 'lineup_log'
  | 'home_devices'
/** `skyline` and `obstacles` lie inside the skyline in use. */
export type ListName = 'skyline' | 'obstacles' | WholeList

/** An id for a row before the server knows it, so that sending it twice makes it once. */
export const rowId = () => `${TAB}.${Date.now().toString(36)}${Math.random().toString(36).slice(2, 6)}`
