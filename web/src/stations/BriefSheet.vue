<script setup lang="ts">
import { computed, ref } from 'vue'
import client, { type Schemas, unwrap } from '@/api/client'
import ChoiceList from '@/components/ChoiceList.vue'
import EntryField from '@/components/EntryField.vue'
import PickField from '@/components/PickField.vue'
import PlaceFinder from '@/components/PlaceFinder.vue'
import RowGrid, { type Column } from '@/components/RowGrid.vue'
import UnFold from '@/components/UnFold.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const grid = ref<InstanceType<typeof RowGrid> | null>(null)
const words = ref<Schemas['BriefChoices'] | null>(null)
void unwrap(client.GET('/api/stores/brief')).then((found) => { words.value = found })
const terminals = computed(() => (store.catalogue?.terminals ?? []).map((one) => ({ label: `${one.name} · family ${one.family}, ${one.aperture_mm / 1000} m, ${one.polarization}`, value: one.code })))
const satellites = computed(() => (store.catalogue?.satellites ?? []).map((one) => ({ label: `${one.name} · ${Math.abs(one.longitude_deg)}° ${one.longitude_deg < 0 ? 'W' : 'E'}`, value: one.code })))
const runColumns: Column[] = [{ key: 'down_mbps', label: 'Download', unit: 'mbps' }, { key: 'up_mbps', label: 'Upload', unit: 'mbps' }, { key: 'latency_ms', label: 'Latency', unit: 'ms' }]
const positionColumns: Column[] = [{ key: 'letter', label: 'Letter', text: true }, { key: 'place_text', label: 'Coordinates', text: true, main: true }, { key: 'distance_m', label: 'or distance', unit: 'm', optional: true }, { key: 'bearing_deg', label: 'at true bearing', unit: 'deg', optional: true }, { key: 'note', label: 'Note', text: true }]
const deliveryColumns: Column[] = [{ key: 'item', label: 'Item', text: true, main: true }, { key: 'ordered_on', label: 'Ordered', text: true, optional: true }, { key: 'lead_days', label: 'Lead days' }, { key: 'after_item', label: 'Only after', text: true }, { key: 'arrived_on', label: 'Arrived', text: true, optional: true }]
const before = (row: Record<string, unknown>) => row.when === 'before'
const nextLetter = computed(() => String.fromCharCode(65 + (job.value.positions.length % 26)))
const order = computed(() => job.value.assessment.order)
const due = computed(() => job.value.assessment.deliveries)
const orderFault = computed(() => Object.entries(store.faults).filter(([field]) => field.startsWith('order.')).map(([field, message]) => `${field.slice(6)}: ${message}`).join(' '))
const seenOf = computed(() => (words.value?.hazards ?? []).filter((one) => job.value.facts.hazards?.includes(one.code)))
async function readOrder(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  if (input.files?.[0]) await store.takeOrder(input.files[0])
  input.value = ''
}
async function keepFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  if (input.files?.[0]) await store.addDocument(input.files[0])
  input.value = ''
}
const usePosition = (one: Schemas['PositionOut']) => store.patch({ place_text: `${one.latitude_deg}, ${one.longitude_deg}` }, { place_text: job.value.place_text })
const sign = (value: number) => `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(1)}°`
defineExpose({ newEntry: () => grid.value?.add() })
</script>

<template>
  <div class="fields">
    <entry-field field="customer" label="Customer" :value="job.facts.customer" :maxlength="120" />
    <entry-field class="span" field="service_wanted" label="Service wanted" :value="job.facts.service_wanted" placeholder="What must work when you leave?" />
    <entry-field class="wide" field="place_text" label="Place" :value="job.place_text" :maxlength="200" placeholder="-29.3118, 27.9362 or 29°18'43&quot;S 27°56'10&quot;E or UTM 35J … or geo: …" :hint="job.place_understood ? `Understood as ${job.place_understood}` : 'Decimal, degrees and minutes, DMS, UTM, military grid or a geo: link'" />
    <entry-field field="height_m" label="Height above sea" :value="job.facts.height_m" unit="m" />
    <entry-field field="date" label="Day of the work" :value="job.facts.date" hint="Year-month-day; for the magnetic model" />
    <pick-field field="terminal_code" label="Terminal" :value="job.terminal_code" :options="terminals" />
    <pick-field field="satellite_code" label="Satellite" :value="job.satellite_code" :options="satellites" />
  </div>
  <div>
    <un-fold title="Map, names and files" note="other ways to the place"><place-finder /></un-fold>
    <un-fold title="Work order" :note="order ? (order.agrees ? 'the printed angles agree' : 'the printed angles differ') : 'angles that came printed, and a second entry for the site'" :open="order !== null">
      <label class="file">Read a work order (JSON or CSV) <input type="file" accept=".json,.csv,text/csv,application/json" :disabled="store.locked" @change="readOrder" /></label>
      <p v-if="orderFault" class="trouble" role="alert">{{ orderFault }}</p>
      <div class="fields">
        <entry-field field="printed_azimuth_deg" label="Printed azimuth" :value="job.facts.printed_azimuth_deg" unit="deg" />
        <entry-field field="printed_elevation_deg" label="Printed elevation" :value="job.facts.printed_elevation_deg" unit="deg" />
        <entry-field field="printed_skew_deg" label="Printed skew" :value="job.facts.printed_skew_deg" unit="deg" />
        <entry-field field="other_place_text" label="Second entry for the same site" :value="job.other_place_text" hint="From the order, a photo or the map: how far apart?" />
      </div>
      <table v-if="order" class="grid-table" aria-label="Printed angles"><thead><tr><th scope="col">Angle</th><th scope="col">Printed</th><th scope="col">Ours</th><th scope="col">Differs by</th><th scope="col">What fits</th></tr></thead><tbody>
        <tr v-for="check in order.checks" :key="check.what"><th scope="row">{{ check.what }}</th><td>{{ check.printed_deg.toFixed(1) }}°</td><td>{{ check.ours_deg.toFixed(1) }}°</td><td>{{ sign(check.difference_deg) }}</td><td>{{ check.explanation || (check.agrees ? 'agrees' : 'nothing usual: check place and satellite') }}</td></tr>
      </tbody></table>
    </un-fold>
    <un-fold title="Needs, access and hazards" :note="`${job.facts.needs?.length ?? 0} needs, ${job.facts.hazards?.length ?? 0} hazards`">
      <template v-if="words">
        <h2>What the customer needs</h2>
        <choice-list field="needs" :chosen="job.facts.needs ?? []" :choices="words.needs" />
        <entry-field field="access" label="Access" :value="job.facts.access" :maxlength="600" placeholder="Keys, dogs, hours, who may be on the roof, power for the tools" />
        <h2>Settled before the visit</h2>
        <choice-list field="settled" :chosen="job.facts.settled ?? []" :choices="words.settled" />
        <h2>Hazards on this site</h2>
        <choice-list field="hazards" :chosen="job.facts.hazards ?? []" :choices="words.hazards" />
        <template v-if="seenOf.length"><h2>Cautions seen by everyone who goes</h2><choice-list field="cautions_seen" :chosen="job.facts.cautions_seen ?? []" :choices="seenOf" with-text /></template>
      </template>
    </un-fold>
    <un-fold title="Candidate positions" :note="job.positions.map((one) => one.letter).join(', ') || 'A, B, C: the first plan often fails for trees seen too late'">
      <row-grid name="positions" title="Candidate positions" :columns="positionColumns" :rows="job.positions" :blank="{ letter: nextLetter }" add-label="Add a position"><template #empty><p class="quiet">No candidate yet. Give coordinates of its own, or the distance and true bearing from the job’s place.</p></template></row-grid>
      <p v-for="one in job.positions" :key="one.letter" class="row small"><b>{{ one.letter }}</b> <template v-if="one.latitude_deg != null && one.longitude_deg != null">{{ one.latitude_deg.toFixed(6) }}, {{ one.longitude_deg.toFixed(6) }} <button v-if="!store.locked" type="button" class="link" @click="usePosition(one)">Use as the job’s place</button></template><span v-else class="quiet">waits for the job’s place</span></p>
    </un-fold>
    <un-fold title="Documents" :note="job.documents.length ? `${job.documents.length} kept with the job` : 'orders, settings sheets, configuration files'">
      <label class="file">Keep a file with the job <input type="file" :disabled="store.locked" @change="keepFile" /></label>
      <p v-for="one in job.documents" :key="one.id" class="row small"><a :href="`/api/jobs/${store.number}/documents/${one.id}`" download>{{ one.name }}</a><span class="quiet">{{ (one.size_bytes / 1000).toFixed(1) }} kB, {{ one.at.slice(0, 10) }}, {{ one.by }}; SHA-256 <code>{{ one.sha256.slice(0, 16) }}…</code></span><button v-if="!store.locked" type="button" class="link" @click="store.deleteDocument(one.id)">Take out</button></p>
    </un-fold>
    <un-fold title="Orders and deliveries" :note="due.earliest_visit_on ? `earliest sensible visit ${due.earliest_visit_on}` : 'what must be there before the visit'">
      <row-grid name="deliveries" title="Deliveries" :columns="deliveryColumns" :rows="job.facts.deliveries ?? []" :blank="{ lead_days: 0 }" add-label="Add an item"><template #empty><p class="quiet">Nothing on order. Dates are year-month-day; “only after” names the item that has to come first.</p></template></row-grid>
      <p v-for="one in due.items" :key="one.item" class="small"><b>{{ one.item }}</b> {{ one.arrived ? 'arrived' : one.due_on ? `due ${one.due_on}` : 'not ordered yet' }}</p>
    </un-fold>
  </div>
  <section class="block">
    <h2>Present service</h2>
    <p class="quiet">Measure before anything is changed, three times or more: the gain is shown against the median.</p>
    <row-grid ref="grid" name="runs" title="Runs before" :columns="runColumns" :rows="job.facts.runs ?? []" :keep="before" :fixed="{ when: 'before' }" :blank="{}" add-label="Add a run" />
    <p v-if="job.assessment.acceptance.before" class="quiet">Median {{ job.assessment.acceptance.before.down_mbps.toFixed(1) }} down, {{ job.assessment.acceptance.before.up_mbps.toFixed(1) }} up, {{ job.assessment.acceptance.before.latency_ms.toFixed(0) }} ms; spread {{ job.assessment.acceptance.before.down_spread_mbps.toFixed(1) }}, {{ job.assessment.acceptance.before.up_spread_mbps.toFixed(1) }}, {{ job.assessment.acceptance.before.latency_spread_ms.toFixed(0) }}.</p>
  </section>
</template>

<style scoped>
.span { grid-column: span 2; }
.file { display: grid; gap: 4px; font-weight: 600; font-size: 14px; }
.link { font: inherit; color: var(--stream); background: none; border: 0; padding: 4px; text-decoration: underline; cursor: pointer; }
@media (max-width: 700px) { .span { grid-column: auto; } }
</style>
