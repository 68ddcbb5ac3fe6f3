/** What is ordered of the terminal of the open job, and of the desk that stands in for the operator. */
import { type Ref, ref } from 'vue'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import type { Job } from '@/stores/jobTypes'

/** What the orders need of the open job. */
interface Page {
  job: Ref<Job | null>
  at: () => string
  /** What was typed is with the server. */
  arrived: () => Promise<boolean>
  take: (news: Job) => Promise<void>
  /** Draws what the new answer changes. */
  drawn: () => Promise<void>
}

export function deviceOf(on: Page) {
  const { job, at } = on
  const path = () => ({ params: { path: { number: at() } } })
  const telemetry = ref<Schemas['Telemetry'] | null>(null)
  const deviceTrouble = ref('')
  /** Nothing is connected, and nothing ever was: no fault, all is entered by hand. */
  const deviceAbsent = ref(false)
  const deviceNote = ref('')

  /** Says why nothing answers; what is no answer of the server's goes on. */
  function isDown(error: unknown): void {
    if (!(error instanceof ApiError)) throw error
    deviceTrouble.value = error.message
    deviceAbsent.value = error.faults.some((fault) => fault.code === 'not_connected')
  }

  /** Orders the terminal something; a terminal that is down is said, and work goes on by hand. */
  async function device(ask: () => Promise<Schemas['DeviceOut']>): Promise<boolean> {
    return (await on.arrived()) && (await answerOf(ask))
  }
  async function answerOf(ask: () => Promise<Schemas['DeviceOut']>): Promise<boolean> {
    const asked = at()
    try {
      const told = await ask()
      if (at() !== asked) return false
      telemetry.value = told.telemetry
      deviceNote.value = told.note ?? ''
      if (!job.value || told.job.updated_at >= job.value.updated_at) job.value = told.job
      deviceTrouble.value = ''
      await on.drawn()
      return true
    } catch (error) {
      isDown(error)
      return false
    }
  }
  const poll = () => answerOf(() => unwrap(client.POST('/api/jobs/{number}/device/poll', path())))
  const read = (body: Schemas['ReadOrder']) =>
    device(() => unwrap(client.POST('/api/jobs/{number}/device/read', { ...path(), body })))
  const nuts = (tight: boolean) =>
    device(() => unwrap(client.POST('/api/jobs/{number}/device/nuts', { ...path(), body: { tight } })))
  const push = (side: Schemas['PushOrder']['side']) =>
    device(() => unwrap(client.POST('/api/jobs/{number}/device/push', { ...path(), body: { side } })))
  const power = (on: boolean) =>
    device(() => unwrap(client.POST('/api/jobs/{number}/device/power', { ...path(), body: { on } })))
  /** The level as it is now; the job stays as it is. */
  async function live(): Promise<void> {
    const asked = at()
    try {
      const told = await unwrap(client.POST('/api/jobs/{number}/device/live', path()))
      if (at() !== asked) return
      telemetry.value = told
      deviceTrouble.value = ''
    } catch (error) {
      isDown(error)
    }
  }
  const swing = (azimuth_deg: number, elevation_deg = 0) =>
    device(() =>
      unwrap(client.POST('/api/jobs/{number}/device/swing', { ...path(), body: { azimuth_deg, elevation_deg } })),
    )
  const cover = (body: Schemas['CoverOrder']) =>
    device(() => unwrap(client.POST('/api/jobs/{number}/device/cover', { ...path(), body })))
  /** Says a step to the simulated desk; what it answers is told, what it agrees to stands in the log. */
  async function sayToDesk(body: Schemas['DeskOrder']): Promise<Schemas['DeskReply'] | null> {
    if (!(await on.arrived())) return null
    try {
      const told = await unwrap(client.POST('/api/jobs/{number}/device/desk', { ...path(), body }))
      if (told.job.number === at()) await on.take(told.job)
      deviceTrouble.value = ''
      return told.reply
    } catch (error) {
      isDown(error)
      return null
    }
  }
  /** Where the terminal's own page is; null where nothing is connected. */
  async function pageAddress(): Promise<Schemas['PageAddress'] | null> {
    try {
      return await unwrap(client.POST('/api/jobs/{number}/device/page', path()))
    } catch (error) {
      isDown(error)
      return null
    }
  }
  /** Puts a fault into the stand-in that nobody is told of, or takes it out again. */
  const practise = (on: boolean) =>
    device(() => unwrap(client.POST('/api/jobs/{number}/device/fault', { ...path(), body: { on } })))
  const tell = () => device(() => unwrap(client.POST('/api/jobs/{number}/device/entries', path())))

  return {
    telemetry,
    deviceAbsent,
    deviceNote,
    deviceTrouble,
    poll,
    read,
    nuts,
    push,
    power,
    live,
    swing,
    cover,
    sayToDesk,
    pageAddress,
    practise,
    tell,
  }
}
