/** What is ordered of the open job beside its facts: readings, documents, states, tasks, the trial, positions, the signature. */
import client, { formOf, type Schemas, unwrap } from '@/api/client'
import type { Job } from '@/stores/jobTypes'

/** Runs a change of the job; gives whether it was saved. */
export type Change = (ask: () => Promise<Job>, fields: string[], prefix?: string) => Promise<boolean>

export function ordersOf(at: () => string, change: Change) {
  const path = () => ({ params: { path: { number: at() } } })
  const deleteReading = (id: string) =>
    change(
      () =>
        unwrap(
          client.DELETE('/api/jobs/{number}/readings/{reading_id}', {
            params: { path: { number: at(), reading_id: id } },
          }),
        ),
      [],
    )
  const addReading = (body: Schemas['AxisReading']) => {
    const to = path()
    return change(() => unwrap(client.POST('/api/jobs/{number}/readings', { ...to, body })), [], 'reading.')
  }
  /** Reads a work order into the job. */
  const takeOrder = (file: File) =>
    change(
      () =>
        unwrap(
          client.POST('/api/jobs/{number}/work-order', {
            ...path(),
            body: { file: file as unknown as string },
            bodySerializer: formOf,
          }),
        ),
      [],
      'order.',
    )
  /** `about` says what a picture shows, as `step:lift`. */
  const addDocument = (file: File, about = '') =>
    change(
      () =>
        unwrap(
          client.POST('/api/jobs/{number}/documents', {
            params: { path: { number: at() }, query: { about } },
            body: { file: file as unknown as string },
            bodySerializer: formOf,
          }),
        ),
      [],
      'document.',
    )
  const deleteDocument = (id: number) =>
    change(
      () =>
        unwrap(
          client.DELETE('/api/jobs/{number}/documents/{document_id}', {
            params: { path: { number: at(), document_id: id } },
          }),
        ),
      [],
    )
  const patchDocument = (id: number, body: Schemas['DocumentPatch']) =>
    change(
      () =>
        unwrap(
          client.PATCH('/api/jobs/{number}/documents/{document_id}', {
            params: { path: { number: at(), document_id: id } },
            body,
          }),
        ),
      [],
      'document.',
    )
  const signOff = (name: string) =>
    change(() => unwrap(client.POST('/api/jobs/{number}/sign-off', { ...path(), body: { name } })), ['name'])

  const enterState = (code: string, at: string | null = null) =>
    change(() => unwrap(client.POST('/api/jobs/{number}/states', { ...path(), body: { code, at } })), ['at', 'code'])
  const forgetStates = () => change(() => unwrap(client.DELETE('/api/jobs/{number}/states', path())), [])
  /** By hand: how long the state has lasted by now, so that one that lasts too long is seen. */
  const lookAtStates = () => change(() => unwrap(client.POST('/api/jobs/{number}/states/look', path())), [])
  const giveLonger = (row_id: string) =>
    change(
      () =>
        unwrap(
          client.POST('/api/jobs/{number}/tasks/{row_id}/still-soft', {
            params: { path: { number: at(), row_id } },
          }),
        ),
      ['tasks'],
    )
  const takeUsualTasks = () => change(() => unwrap(client.POST('/api/jobs/{number}/usual-tasks', path())), ['tasks'])
  const startTrial = () => change(() => unwrap(client.POST('/api/jobs/{number}/trial/start', path())), [])
  const endTrial = () => change(() => unwrap(client.POST('/api/jobs/{number}/trial/end', path())), [])
  const bringTrialBack = () => change(() => unwrap(client.POST('/api/jobs/{number}/trial/bring-back', path())), [])
  const forgetTrial = () => change(() => unwrap(client.DELETE('/api/jobs/{number}/trial', path())), [])
  /** Sets when the trial began and ended, by the site's clock. */
  const setTrialClock = (body: Schemas['ClockIn']) =>
    change(() => unwrap(client.POST('/api/jobs/{number}/trial/clock', { ...path(), body })), ['started_at', 'ended_at'])
  const writeOutage = (body: Schemas['OutageIn']) =>
    change(
      () => unwrap(client.POST('/api/jobs/{number}/trial/outages', { ...path(), body })),
      ['start', 'seconds', 'azimuth_deg', 'outage', 'trial'],
    )
  const strikeOutage = (row: number) =>
    change(
      () =>
        unwrap(client.DELETE('/api/jobs/{number}/trial/outages/{at}', { params: { path: { number: at(), at: row } } })),
      ['outage'],
    )
  const positionAsPlace = (letter: string) =>
    change(
      () =>
        unwrap(
          client.POST('/api/jobs/{number}/positions/{letter}/as-place', {
            params: { path: { number: at(), letter } },
          }),
        ),
      [],
    )
  const keepWorked = (letter: string) =>
    change(
      () =>
        unwrap(
          client.POST('/api/jobs/{number}/positions/{letter}/worked', {
            params: { path: { number: at(), letter } },
          }),
        ),
      ['positions'],
    )
  const loosenedAgain = () =>
    change(() => unwrap(client.DELETE('/api/jobs/{number}/lock', path())), ['peak.lock_after_db'])

  return {
    deleteReading,
    addReading,
    takeOrder,
    addDocument,
    deleteDocument,
    patchDocument,
    signOff,
    enterState,
    forgetStates,
    lookAtStates,
    giveLonger,
    takeUsualTasks,
    startTrial,
    endTrial,
    bringTrialBack,
    forgetTrial,
    setTrialClock,
    writeOutage,
    strikeOutage,
    positionAsPlace,
    keepWorked,
    loosenedAgain,
  }
}
