/** A picture in the tracer: loaded or taken up again, measured as it is marked, and put into the skyline. */
import { useDebounceFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue'
import client, { ApiError, calculate, type CalcResult, formOf, type Schemas, unwrap } from '@/api/client'
import { type Draft, draftOf, type Photo, photoOf, type Traced } from '@/stations/sky/photoDraft'
import { useJob } from '@/stores/job'

const PAUSE_MS = 250

export function usePhoto() {
  const store = useJob()
  const documentId = ref<number | null>(null)
  const draft = shallowRef<Draft | null>(null)
  const told = shallowRef<CalcResult<'sky_photo'> | null>(null)
  const finding = ref<Schemas['Finding'] | null>(null)
  const trouble = ref('')
  const note = ref('')
  const busy = ref(false)
  const done = ref('')
  const kept = computed(() =>
    (store.job?.facts.sky.sky_photos ?? []).map((one) => ({
      ...one,
      name: store.job?.documents.find((row) => row.id === one.document_id)?.name ?? 'a picture that is gone',
    })),
  )
  const picture = computed(() =>
    documentId.value === null ? '' : `/api/jobs/${store.number}/documents/${documentId.value}`,
  )
  function change(news: Partial<Draft>): void {
    if (draft.value) draft.value = { ...draft.value, ...news }
    done.value = ''
  }

  async function load(file: File): Promise<void> {
    busy.value = true
    trouble.value = ''
    try {
      const read = await unwrap(
        client.POST('/api/jobs/{number}/sky/photo', {
          params: { path: { number: store.number } },
          body: { file: file as unknown as string },
          bodySerializer: formOf,
        }),
      )
      await store.take(read.job)
      documentId.value = read.document_id
      const middle = read.height_px / 2
      draft.value = {
        of: {
          width_px: read.width_px,
          height_px: read.height_px,
          projection: read.panorama ? 'cylindrical' : 'flat',
          horizon_y_px: middle,
          level_fall_deg: 0,
          marks: [],
          focal_mm: read.focal_mm,
          trace: [],
          stretches: [],
          kind: 'terrain',
          distance_m: null,
          mark_error_px: 3,
          bearing_error_deg: 1,
          focal_error_share: 0.03,
        },
        marks: read.azimuth_deg != null ? [{ x_px: read.width_px / 2, y_px: null, azimuth_deg: read.azimuth_deg }] : [],
        level: [middle, middle],
        trace: [],
      }
      note.value = [
        read.scaled ? 'The picture was large and is kept smaller.' : '',
        read.focal_mm ? `The camera says ${read.focal_mm.toFixed(0)} mm.` : '',
        read.azimuth_deg != null
          ? `It looked towards ${read.azimuth_deg.toFixed(0)}° true; phones are easily ten degrees off, so mark bearings.`
          : '',
      ]
        .filter(Boolean)
        .join(' ')
      done.value = ''
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      trouble.value = error.message
    } finally {
      busy.value = false
    }
  }
  function open(one: { document_id: number; photo: Photo }): void {
    documentId.value = one.document_id
    draft.value = draftOf(structuredClone(one.photo))
    note.value = done.value = ''
  }

  /** What is still to be told before anything can be measured. */
  const wants = computed(() => {
    const now = draft.value
    const known = now?.marks.filter((one) => one.azimuth_deg !== null).length ?? 0
    if (!now || known > 1 || (known && now.of.focal_mm && now.of.projection === 'flat')) return ''
    if (!known) return 'Mark a known bearing and type it.'
    return now.of.projection === 'flat'
      ? 'Mark a second bearing, or enter the focal length.'
      : 'Mark a second bearing: a panorama tells its width by two.'
  })

  /** What the present figures were told of. */
  let of: Draft | null = null
  async function measure(): Promise<void> {
    const now = draft.value
    const photo = now && photoOf(now)
    if (!photo || wants.value) {
      told.value = finding.value = null
      trouble.value = ''
      return
    }
    try {
      const answer = await calculate('sky_photo', photo)
      if (draft.value !== now) return // it was drawn on meanwhile: the next answer is on its way
      of = now
      told.value = answer.result
      finding.value = answer.findings[0] ?? null
      trouble.value = ''
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      if (draft.value !== now) return
      told.value = null
      trouble.value = error.message
    }
  }
  const soon = useDebounceFn(measure, PAUSE_MS)
  watch(draft, () => void soon())

  const inside = (azimuth: number) => {
    const r = told.value
    return (
      r !== null && (((azimuth - r.left_deg) % 360) + 360) % 360 <= (((r.right_deg - r.left_deg) % 360) + 360) % 360
    )
  }
  /** What people read where the picture looks: it stays, and the higher of both counts. */
  const alsoRead = computed(() =>
    (store.skyline?.points ?? []).filter((one) => !one.computed && one.photo_id == null && inside(one.azimuth_deg)),
  )
  const dropRead = () => {
    const gone = new Set(alsoRead.value.map((one) => one.id))
    return store.addPoints([], (one) => gone.has(one.id))
  }

  /** Puts the traced points into the skyline in use, in place of what this picture gave before. */
  async function use(): Promise<void> {
    if (of !== draft.value) await measure() // all that was drawn is put in, not what was answered so far
    const now = draft.value
    const photo = now && photoOf(now)
    const id = documentId.value
    if (!told.value?.points.length || !photo || id === null) return
    const points = told.value.points.map((one) => ({ ...one, photo_id: id }))
    if (!(await store.addPoints(points, (one) => one.photo_id === id))) return
    const others = (store.job?.facts.sky.sky_photos ?? []).filter((one) => one.document_id !== id)
    await store.replaceList('sky_photos', [...others, { document_id: id, photo }])
    done.value = `Done: ${points.length} points of this picture are in “${store.skyline?.name ?? 'the skyline'}”.`
  }
  const add = (one: Traced) => draft.value && change({ trace: [...draft.value.trace, one] })
  /** The point set last goes; Ctrl+Z does the same while there is one. */
  function back(): boolean {
    if (!draft.value?.trace.length || store.locked) return false
    change({ trace: draft.value.trace.slice(0, -1) })
    return true
  }
  store.inHand.add(back)
  onBeforeUnmount(() => store.inHand.delete(back))
  return {
    documentId,
    draft,
    told,
    finding,
    trouble,
    note,
    busy,
    done,
    kept,
    picture,
    alsoRead,
    wants,
    load,
    open,
    change,
    add,
    back,
    use,
    dropRead,
  }
}
