/** The open job: its facts, its assessment and its drawings; every change is saved at once and can be undone. */
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { inTurn, stores } from '@/api/cache'
import client, { ApiError, type Schemas, TAB, unwrap } from '@/api/client'
import { type Room, ROOM_OF } from '@/fields/told'
import { allInSystem } from '@/lib/quantity'
import { deviceOf } from '@/stores/jobDevice'
import { ordersOf } from '@/stores/jobOrders'
import { filled, has } from '@/stores/jobAnswer'
import type { Job, ListName, Patch, SkylineSet, WholeList } from '@/stores/jobTypes'
import { useMarks } from '@/stores/marks'
import { usePrefs } from '@/stores/prefs'
import { useSession } from '@/stores/session'

export { rowId } from '@/stores/jobTypes'
export type { Job, ListName, Patch, SkylineSet } from '@/stores/jobTypes'

/** A fault of a fact, or of a part of it. */
const within = (field: string, fact: string) => field === fact || field.startsWith(`${fact}.`)

/** What keeps its size in any units; an answer that is not yet whole names nothing. */
const named = (told: Partial<Job>) => told.assessment?.named

export const useJob = defineStore('job', () => {
  const prefs = usePrefs()
  /** As the server sends it: the core's sentences are metric. */
  const sent = shallowRef<Job | null>(null)
  const job = computed<Job | null>({
    get: () =>
      sent.value && prefs.system === 'imperial'
        ? { ...sent.value, assessment: allInSystem(sent.value.assessment, prefs.system, named(sent.value)) }
        : sent.value,
    set: (now) => {
      sent.value = now
    },
  })
  const drawings = ref<Schemas['DrawingOut'][]>([])
  const faults = ref<Record<string, string>>({})
  const saving = ref(0)
  const savedAt = ref<Date | null>(null)
  const trouble = ref('')
  /** What others changed meanwhile, in words. */
  const told = ref('')
  const catalogue = shallowRef<Schemas['Catalogue'] | null>(null)

  const number = computed(() => job.value?.number ?? '')
  const locked = computed(() => job.value?.signed_off_at != null)
  /** Worked on from a ladder, a roof or a lift; what is not known to be done from the ground is up there. */
  const aloft = computed(() => job.value?.assessment.getting_up?.by !== 'ground')
  const path = computed(() => ({ params: { path: { number: number.value } } }))

  /** Groups of drawings that the screen shows, and how many parts of it show each. */
  const shownGroups = new Map<string, number>()
  /** Groups of which it is known whether the job has drawings of them. */
  const answered = ref(new Set<string>())
  let asking = false
  /** A part of the screen shows a group of drawings until it calls what it is given. */
  function lookAt(group: string): () => void {
    const count = shownGroups.get(group) ?? 0
    shownGroups.set(group, count + 1)
    if (count === 0 && !asking) {
      asking = true // several parts that come at once ask once
      void Promise.resolve().then(() => {
        asking = false
        return drawAnew()
      })
    }
    return () => {
      const left = (shownGroups.get(group) ?? 1) - 1
      if (left > 0) shownGroups.set(group, left)
      else shownGroups.delete(group)
    }
  }
  const drawn = (found: Schemas['DrawingOut'][]) => {
    const held = new Map(drawings.value.map((one) => [one.mark, one.svg]))
    drawings.value = found.map((one) => ({ ...one, svg: one.svg || (held.get(one.mark) ?? '') }))
  }
  /** What the screen shows and holds of drawings: a change brings back those that it changed. */
  const shows = () =>
    shownGroups.size
      ? {
          'X-Rindle-Shows': [...shownGroups.keys()].join(','),
          'X-Rindle-Drawn': drawings.value.map((one) => one.mark).join(','),
          'X-Rindle-Units': prefs.system,
          ...(prefs.narrow ? { 'X-Rindle-Narrow': '1' } : {}),
        }
      : {}
  let latestDrawing = 0
  async function drawAnew(): Promise<void> {
    if (!job.value || !shownGroups.size) return
    const [asked, mine] = [job.value.number, ++latestDrawing]
    const query = {
      units: prefs.system,
      narrow: prefs.narrow,
      has: drawings.value.map((one) => one.mark).join(','),
      groups: [...shownGroups.keys()].join(','),
    }
    const found = await unwrap(
      client.GET('/api/jobs/{number}/drawings', {
        params: { path: { number: asked }, query },
      }),
    )
    if (job.value?.number !== asked || mine !== latestDrawing) return // an overtaken drawing is let go
    drawn(found)
    answered.value = new Set([...answered.value, ...query.groups.split(',')])
  }
  watch(
    () => [prefs.system, prefs.narrow],
    () => void drawAnew(),
  )

  /** What the fields and grids of the page still have to send: asked for before another job is opened, and sent to its own job. */
  const flushers = new Set<() => void>()
  /** What is being made and not saved yet takes its own last step back first, and says whether it had one. */
  const inHand = new Set<() => boolean>()
  let latestOpen = 0
  async function open(wanted: string): Promise<void> {
    const mine = ++latestOpen
    if (number.value !== wanted) {
      for (const flush of flushers) flush()
      if (unsent.value === 0) await last // what cannot be sent now is sent to its own job later
      if (mine !== latestOpen) return // yet another one was asked for
      job.value = null
      drawings.value = []
      answered.value = new Set()
      device.telemetry.value = null
      told.value = ''
      faults.value = {}
      trouble.value = ''
      device.deviceTrouble.value = ''
    }
    catalogue.value = await stores()
    const found = await unwrap(client.GET('/api/jobs/{number}', { params: { path: { number: wanted } } }))
    if (mine !== latestOpen) return
    job.value = found
    marks.resume(wanted)
    await drawAnew()
  }

  const lost = ref(false)
  /** Changes that have not reached the server, with those that wait behind: sent again in their order when the way is free. */
  const unsent = computed(() => (lost.value ? saving.value : 0))
  const reached = (ask: () => Promise<void>) =>
    inTurn('job', ask, (error) => {
      lost.value = true
      trouble.value = error.message
    })

  /** Runs a change. `fields` are those whose faults it clears or sets, prefixed for lists. Gives whether it was saved. */
  function change(ask: () => Promise<Job>, fields: string[], prefix = '', inside = ''): Promise<boolean> {
    saving.value += 1
    const done = send(ask, fields, prefix, inside, number.value)
    last = done.catch(() => false)
    return done
  }
  /** The change that was asked for last. */
  let last: Promise<unknown> = Promise.resolve()
  async function send(
    ask: () => Promise<Job>,
    fields: string[],
    prefix: string,
    inside: string,
    at: string,
  ): Promise<boolean> {
    const take = (news: Job): void => {
      if (number.value !== at) return // another job was opened meanwhile: what was entered here is saved, and nothing is shown
      job.value = news
      for (const field of Object.keys(faults.value))
        if (fields.some((one) => within(field, one)) || (prefix && field.startsWith(prefix))) delete faults.value[field]
      savedAt.value = new Date()
      trouble.value = ''
      if (news.drawings) {
        latestDrawing += 1 // what is still on its way is older
        drawn(news.drawings)
      } else void drawAnew()
    }
    try {
      await reached(async () => {
        const news = await ask()
        lost.value = false
        take(news)
      }) // the next change is composed on what this one brought
      return true
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      lost.value = false // a refusal is an answer
      for (const field of Object.keys(faults.value)) if (prefix && field.startsWith(prefix)) delete faults.value[field]
      const named = error.faults.filter(
        (fault) => prefix || fields.some((one) => within(fault.field, one)) || fault.field === 'place',
      )
      for (const fault of named)
        faults.value[
          fault.field === 'place'
            ? 'place_text'
            : prefix + (inside && fault.field.startsWith(inside) ? fault.field.slice(inside.length) : fault.field)
        ] = fault.message
      trouble.value = named.length > 0 ? '' : error.message
      return false
    } finally {
      saving.value -= 1
    }
  }

  /** Saves facts, each at its station. `seen`: the change that whoever composed them had seen last. */
  async function patch(fields: Patch, seen = job.value?.head ?? 0): Promise<boolean> {
    const at = number.value
    const byRoom = new Map<Room, Record<string, unknown>>()
    for (const [name, value] of Object.entries(fields)) {
      const room = ROOM_OF[name]!
      byRoom.set(room, { ...byRoom.get(room), [name]: value })
    }
    const done = [...byRoom].map(([room, body]) => change(() => patchRoom(at, room, body, seen), Object.keys(body)))
    return (await Promise.all(done)).every(Boolean)
  }
  /** The stations' routes are made in a loop: one of them stands for all. */
  async function patchRoom(at: string, room: Room, body: Record<string, unknown>, seen: number): Promise<Job> {
    const held = sent.value
    const news = await unwrap(
      client.PATCH(`/api/jobs/{number}/${room}`, {
        params: { path: { number: at } },
        body: body as Schemas['BriefFactsPatch'],
        headers: { 'X-Rindle-Seen': String(seen), ...has(held), ...shows() },
      }),
    )
    return filled(news, held)
  }

  const sets = computed<SkylineSet[]>(() => job.value?.facts.sky.skylines ?? [])
  /** The skyline that is worked on; the answer may rest on another one, that of the planned position. */
  const setIndex = computed(() =>
    sets.value.length ? Math.min(job.value?.facts.sky.sky_set ?? 0, sets.value.length - 1) : null,
  )
  const skyline = computed<SkylineSet | null>(() =>
    setIndex.value === null ? null : (sets.value[setIndex.value] ?? null),
  )
  type Edit = (sets: SkylineSet[], at: number) => unknown[]
  /** Changes the skylines as they are when the change is sent, so that two quick changes never undo each other. */
  async function editSkylines(edit: Edit, shownAs = 'skylines', part = '', seen?: number): Promise<boolean> {
    const news = () => edit(sets.value, setIndex.value ?? 0)
    return await putList('skylines', news, shownAs, part ? `${setIndex.value ?? 0}.${part}.` : '', seen)
  }
  const withPart =
    (part: 'points' | 'obstacles', entries: unknown[]): Edit =>
    (all, at) =>
      all.length
        ? all.map((one, index) => (index === at ? { ...one, [part]: entries } : one))
        : [{ name: 'As read', letter: job.value?.facts.sky.position_letter ?? '', [part]: entries }]

  /** Changes the points of the skyline that is worked on, as they are when the change is sent. */
  const editPoints = (edit: (points: Schemas['SkylinePoint'][]) => Schemas['SkylinePoint'][]) =>
    editSkylines((all, at) => withPart('points', edit(all[at]?.points ?? []))(all, at), 'skyline')

  /** Adds points to the skyline that is worked on; those inside `instead` make room for them. */
  const addPoints = (
    found: Schemas['SkylinePoint'][],
    instead: (point: Schemas['SkylinePoint']) => boolean = () => false,
  ) =>
    editSkylines(
      (all, at) =>
        withPart('points', [...(all[at]?.points ?? []).filter((point) => !instead(point)), ...found])(all, at),
      'skyline',
      'points',
    )

  /** Puts a list of the job. Faults are shown under `shownAs`, without what stands before them inside the list. */
  const putList = (
    name: WholeList,
    given: unknown[] | (() => unknown[]),
    shownAs: string = name,
    inside = '',
    seen?: number,
  ) => {
    const at = number.value
    const ask = () => {
      const entries = typeof given === 'function' ? given() : given
      return patchRoom(at, ROOM_OF[name]!, { [name]: entries }, seen ?? job.value?.head ?? 0)
    }
    return change(ask, [], `${shownAs}.`, `${name}.${inside}`)
  }

  /** Puts a list whole; what others changed since `seen` stays. */
  async function replaceList(name: ListName, entries: unknown[], seen = job.value?.head ?? 0): Promise<boolean> {
    if (name === 'skyline' || name === 'obstacles') {
      const part = name === 'skyline' ? 'points' : 'obstacles'
      return editSkylines(withPart(part, entries), name, part, seen)
    }
    return putList(name, entries, name, '', seen)
  }

  /** Takes back, or brings back, what this person did last in this job, on whichever device. */
  const reverse = (way: 'undo' | 'redo') =>
    change(async () => {
      const done = await unwrap(client.POST(`/api/jobs/{number}/${way}`, path.value))
      told.value = done.words
        ? `${way === 'undo' ? 'Taken back' : 'Brought back'}: ${done.words}`
        : `Nothing to ${way === 'undo' ? 'take' : 'bring'} back`
      return done.job
    }, [])
  const undo = () => reverse('undo')
  const redo = () => reverse('redo')

  let looking = false
  /** Whether somebody else changed this job since: then it is read anew, and what they changed is said. */
  async function look(): Promise<void> {
    const seen = sent.value
    if (!seen || looking || saving.value > 0 || document.visibilityState === 'hidden') return
    looking = true
    try {
      const params = { path: { number: seen.number } }
      const { head } = await unwrap(client.GET('/api/jobs/{number}/head', { params }))
      if (head <= seen.head) return
      const query = { since: seen.head }
      const changes = await unwrap(client.GET('/api/jobs/{number}/changes', { params: { ...params, query } }))
      const found = filled(await unwrap(client.GET('/api/jobs/{number}', { params, headers: has(seen) })), seen)
      if (sent.value !== seen || saving.value > 0) return // somebody went on here meanwhile: look again later
      const others = changes.filter((one) => one.device !== TAB && one.device !== 'terminal')
      if (others.length) {
        const who = [...new Set(others.map((one) => one.by || 'Somebody'))].join(', ')
        told.value = `Changed by ${who} on another screen: ${[...new Set(others.map((one) => one.words))].join('; ')}`
      }
      job.value = found
      void drawAnew()
    } catch (error) {
      if (!(error instanceof ApiError)) throw error // out of reach: whoever saves is told
    } finally {
      looking = false
    }
  }

  const marks = useMarks(
    ({ number: at, code, done, at: moment }) => {
      const steps = { path: { number: at, code } }
      return change(
        () =>
          unwrap(
            done
              ? client.POST('/api/jobs/{number}/steps/{code}', { params: { ...steps, query: { at: moment } } })
              : client.DELETE('/api/jobs/{number}/steps/{code}', { params: steps }),
          ),
        [],
        `step.${code}.`,
      )
    },
    () => useSession().person ?? undefined,
  )
  const markStep = (code: string, at = number.value) => marks.set(at, code, true)
  const unmarkStep = (code: string, at = number.value) => marks.set(at, code, false)
  /** Takes a job that another call brought. */
  async function take(news: Job): Promise<void> {
    job.value = news
    savedAt.value = new Date()
    await drawAnew()
  }

  /** Sends what was typed, also what a grid still holds back, and says whether it is with the server. */
  async function delivered(): Promise<boolean> {
    for (const flush of flushers) flush()
    let stop = (): void => undefined
    const away = new Promise((tell) => (stop = watch(unsent, (count) => count > 0 && tell(false))))
    if (unsent.value === 0) await Promise.race([last, away])
    stop()
    return unsent.value === 0
  }
  /** What was typed is with the server before an order that rests on it: else a terminal is told what stood there before. */
  async function arrived(): Promise<boolean> {
    const all = await delivered()
    if (!all) {
      device.deviceTrouble.value = 'What was entered is not with the server yet: the terminal is told nothing.'
      device.deviceAbsent.value = false
    }
    return all
  }

  const orders = ordersOf(() => number.value, change)
  const device = deviceOf({ job, at: () => number.value, arrived, take, drawn: drawAnew })

  return {
    ...orders,
    ...device,
    job,
    aloft,
    flushers,
    delivered,
    drawings,
    lookAt,
    answered,
    faults,
    saving,
    unsent,
    savedAt,
    trouble,
    told,
    redo,
    look,
    catalogue,
    number,
    locked,
    sets,
    setIndex,
    skyline,
    editSkylines,
    editPoints,
    addPoints,
    arrived,
    take,
    open,
    patch,
    replaceList,
    undo,
    markStep,
    unmarkStep,
    waitsFor: (code: string) => marks.waitsFor(number.value, code),
    othersFor: (code: string) => marks.othersFor(number.value, code),
    inHand,
  }
})
