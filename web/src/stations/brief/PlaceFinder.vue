<script setup lang="ts">
/** Ways to a place other than typing it: a name, a file, the map. A place far from the one that is there is asked about. */
import FilePick from '@/fields/FilePick.vue'
import { useDebounceFn } from '@vueuse/core'
import { NButton, NInput } from 'naive-ui'
import { computed, defineAsyncComponent, ref } from 'vue'
import client, { calculate, ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import { apartWords, formatQuantity } from '@/lib/quantity'
import { type Patch, useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const MapPicker = defineAsyncComponent(() => import('@/stations/brief/MapPicker.vue'))

interface Found {
  label: string
  method: string
  latitude_deg: number
  longitude_deg: number
  height_m?: number | null
}
const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const name = ref('')
const found = ref<Found[]>([])
const trouble = ref('')
const searching = ref(false)
const asked = ref<{ place: Found; distance_m: number } | null>(null)

async function find(): Promise<void> {
  const wanted = name.value
  searching.value = wanted.trim().length > 1
  const rows = await unwrap(client.GET('/api/places/find', { params: { query: { name: wanted } } })).finally(() => {
    searching.value = searching.value && wanted !== name.value
  })
  if (wanted !== name.value) return // a later search may have overtaken this one
  found.value = rows.map((one) => ({
    method: 'gazetteer',
    label: `${one.name}, ${one.country} (${one.people.toLocaleString('en')} people)`,
    latitude_deg: one.latitude_deg,
    longitude_deg: one.longitude_deg,
  }))
  trouble.value =
    wanted.trim().length > 1 && rows.length === 0 ? `The gazetteer knows no place called “${wanted.trim()}”.` : ''
}
const findSoon = useDebounceFn(find, 300)

async function load(file: File): Promise<void> {
  try {
    const rows: Schemas['FoundPlace'][] = await unwrap(
      client.POST('/api/places/file', { body: { file: file as unknown as string }, bodySerializer: formOf }),
    )
    found.value = rows.map((one) => ({
      ...one,
      method: file.type.startsWith('image/') ? 'photo' : 'file',
      label: one.name || file.name,
    }))
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}

/** Takes a place; where one is there already and lies far from it, asks first. */
async function take(place: Found): Promise<void> {
  const { latitude_deg, longitude_deg } = job.value.facts.brief
  if (latitude_deg != null && longitude_deg != null) {
    const told = await calculate('apart', {
      first_latitude_deg: latitude_deg,
      first_longitude_deg: longitude_deg,
      second_latitude_deg: place.latitude_deg,
      second_longitude_deg: place.longitude_deg,
      rules: job.value.facts.picks.rules,
    })
    if (told.findings[0]?.level === 'mind') {
      asked.value = { place, distance_m: told.result.distance_m }
      return
    }
  }
  await keep(place)
}
const text = (place: Found) => `${place.latitude_deg}, ${place.longitude_deg}`
async function keep(place: Found): Promise<void> {
  asked.value = null
  found.value = []
  const fields = {
    place_text: text(place),
    place_method: place.method,
    place_error_m: place.method === 'satnav' && ring.value !== null ? Math.ceil(ring.value) : null,
    ...(place.height_m != null ? { height_m: place.height_m } : {}),
  }
  await store.patch(fields as Patch)
}
async function asSecond(place: Found): Promise<void> {
  asked.value = null
  await store.patch({ other_place_text: text(place) })
}
/** Where this device stands, with the ring inside which it may be off. Browsers give it on this machine or over https. */
const locating = ref(false)
function fromDevice(): void {
  if (!('geolocation' in navigator)) {
    trouble.value = 'This browser gives no position. Type it from a satellite receiver, or click the map.'
    return
  }
  locating.value = true
  navigator.geolocation.getCurrentPosition(
    async ({ coords }) => {
      locating.value = false
      const place = {
        label: 'this device',
        method: 'satnav',
        latitude_deg: Number(coords.latitude.toFixed(6)),
        longitude_deg: Number(coords.longitude.toFixed(6)),
      }
      ring.value = coords.accuracy
      await take(place)
    },
    (error) => {
      locating.value = false
      trouble.value = `The device gave no position: ${error.message || 'it was refused'}. Type it, or click the map.`
    },
    { enableHighAccuracy: true, timeout: 20_000, maximumAge: 0 },
  )
}
/** Of the place that is being taken: how far off it may be, where its way tells it. */
const ring = ref<number | null>(null)
const terrain = ref('')
async function fromTerrain(): Promise<void> {
  const { latitude_deg, longitude_deg } = job.value.facts.brief
  if (latitude_deg == null || longitude_deg == null) return
  const told = await unwrap(client.GET('/api/places/height', { params: { query: { latitude_deg, longitude_deg } } }))
  if (told.height_m == null) {
    terrain.value = `No height here: load the tile ${told.tile}, or type the height.`
    return
  }
  terrain.value = `${formatQuantity(told.height_m, 'm', prefs.system)} from ${told.tile}`
  await store.patch({ height_m: Math.round(told.height_m) })
}
async function keepTile(file: File): Promise<void> {
  try {
    const kept = await unwrap(
      client.POST('/api/places/terrain', { body: { file: file as unknown as string }, bodySerializer: formOf }),
    )
    terrain.value = `Tile ${kept.tile} is kept.`
    trouble.value = ''
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.message
  }
}
const forms = computed(() => {
  const f = job.value.place_forms
  return f
    ? [
        ['Decimal', f.decimal],
        ['Degrees and minutes', f.degrees_minutes],
        ['Degrees, minutes, seconds', f.degrees_minutes_seconds],
        ['UTM', f.utm || 'does not reach here'],
        ['Military grid', f.military_grid],
        ['Link', f.geo_link],
        ['Open location code', f.location_code],
      ]
    : []
})
const points = computed(() => {
  const { latitude_deg, longitude_deg, other_latitude_deg, other_longitude_deg } = job.value.facts.brief
  return [
    ...(latitude_deg != null && longitude_deg != null
      ? [{ label: job.value.facts.brief.customer || 'site', latitude_deg, longitude_deg, main: true }]
      : []),
    ...(other_latitude_deg != null && other_longitude_deg != null
      ? [{ label: 'second entry', latitude_deg: other_latitude_deg, longitude_deg: other_longitude_deg }]
      : []),
    ...job.value.positions.flatMap((one) =>
      one.latitude_deg != null && one.longitude_deg != null
        ? [{ label: one.letter, latitude_deg: one.latitude_deg, longitude_deg: one.longitude_deg }]
        : [],
    ),
  ]
})
</script>

<template>
  <div class="stack">
    <div class="row">
      <label class="grow"
        >Name of a town or village<n-input
          v-model:value="name"
          :disabled="store.locked"
          placeholder="gazetteer that ships with Rindle"
          @update:value="findSoon"
      /></label>
      <file-pick
        label="GPX, KML, GeoJSON or a photo"
        accept=".gpx,.kml,.geojson,.json,image/*"
        :disabled="store.locked"
        @files="load($event[0]!)"
      />
    </div>
    <p v-if="searching" class="quiet" role="status">Searching the gazetteer</p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div v-if="asked" class="caution" role="alertdialog" aria-label="Far from the place that is there">
      This place lies
      <b>{{ apartWords(asked.distance_m, prefs.system) }}</b> from the one that is there. Which one is right?
      <p class="row">
        <n-button size="small" @click="keep(asked.place)">Take the new one</n-button
        ><n-button size="small" @click="asSecond(asked.place)">Keep both to compare</n-button
        ><n-button size="small" @click="asked = null">Keep the old one</n-button>
      </p>
    </div>
    <ul v-if="found.length" class="found" aria-label="Places found">
      <li v-for="(place, index) in found" :key="index">
        <button type="button" @click="take(place)">
          {{ place.label }}
          <span class="quiet">{{ place.latitude_deg.toFixed(4) }}, {{ place.longitude_deg.toFixed(4) }}</span>
        </button>
      </li>
    </ul>
    <div class="row">
      <n-button size="small" :disabled="store.locked" :loading="locating" @click="fromDevice"
        >Where this device stands</n-button
      >
      <n-button size="small" :disabled="store.locked || job.facts.brief.latitude_deg == null" @click="fromTerrain"
        >Height from terrain</n-button
      >
      <file-pick
        label="Load an elevation tile (.hgt, GeoTIFF)"
        accept=".hgt,.tif,.tiff"
        :disabled="store.locked"
        @files="keepTile($event[0]!)"
      />
      <span v-if="terrain" role="status">{{ terrain }}</span>
    </div>
    <table v-if="job.place_forms" class="grid-table" aria-label="The place in other forms">
      <tbody>
        <tr v-for="[what, form] in forms" :key="what">
          <th scope="row">{{ what }}</th>
          <td>
            <code>{{ form }}</code>
          </td>
        </tr>
      </tbody>
    </table>
    <map-picker
      :points="points"
      :beams="job.facts.picks.satellite?.beams ?? []"
      @pick="!store.locked && take({ label: 'map', method: 'map', ...$event })"
    />
    <p class="quiet small">
      Names: GeoNames, CC BY 4.0. Click the map to take a place. Ochre outlines are the satellite’s beams, dashed where
      received left-handed. Raster tiles from a local <code>tiles.mbtiles</code> or <code>tiles.pmtiles</code> in the
      data folder lie on top.
    </p>
  </div>
</template>

<style scoped>
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.grow {
  flex: 1;
  min-width: 220px;
}
.found {
  list-style: none;
  margin: 0;
  padding: 0;
  border: 1px solid var(--rule);
  border-radius: 6px;
  max-height: 220px;
  overflow: auto;
}
.found button {
  font: inherit;
  color: var(--ink);
  background: none;
  border: 0;
  padding: 8px 12px;
  width: 100%;
  text-align: left;
  cursor: pointer;
}
.found button:hover {
  background: var(--stream-tint);
}
</style>
