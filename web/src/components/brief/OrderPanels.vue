<script setup lang="ts">
/** What came with the order: printed angles, papers, the network's settings sheet, the line-up slot. */
import { computed } from 'vue'
import CopyText from '@/components/CopyText.vue'
import EntryField from '@/components/EntryField.vue'
import HeldInput from '@/components/HeldInput.vue'
import RowGrid, { type Column } from '@/components/RowGrid.vue'
import TickField from '@/components/TickField.vue'
import UnFold from '@/components/UnFold.vue'
import type { Schemas } from '@/api/client'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const visit = computed(() => job.value.facts.brief)
const order = computed(() => job.value.assessment.order)
const lineup = computed(() => job.value.assessment.visit?.lineup ?? null)
const wantsLineup = computed(() => job.value.facts.picks.terminal?.needs_lineup ?? false)
const faultsOf = (prefix: string) =>
  Object.entries(store.faults)
    .filter(([field]) => field.startsWith(prefix))
    .map(([field, message]) => `${field.slice(prefix.length)}: ${message}`)
    .join(' ')
const sign = (value: number) => `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(1)}°`
async function take(event: Event, use: (file: File) => Promise<boolean>): Promise<void> {
  const input = event.target as HTMLInputElement
  if (input.files?.[0]) await use(input.files[0])
  input.value = ''
}
const KINDS: [Schemas['DocumentPatch']['kind'], string][] = [
  ['order', 'order'],
  ['settings', 'settings sheet'],
  ['configuration', 'configuration'],
  ['manual', 'manual'],
  ['photo', 'photo'],
  ['permission', 'permission'],
  ['other', 'other'],
]
const satellites = computed(() => store.catalogue?.satellites ?? [])
const settingColumns: Column[] = [
  { key: 'name', label: 'Field', text: true, main: true },
  { key: 'value', label: 'Value', text: true },
  { key: 'secret', label: 'Secret', tick: true },
  { key: 'entered', label: 'Entered', tick: true },
]
const sheet = computed(() => job.value.facts.picks.satellite?.settings ?? [])
const takeSheet = () =>
  store.replaceList(
    'settings',
    sheet.value.map((one) => ({ name: one.name, value: '', secret: one.secret, entered: false })),
  )
const entered = computed(() => (job.value.facts.bringup.settings ?? []).filter((one) => one.entered).length)
</script>

<template>
  <un-fold
    title="Work order"
    :note="
      order
        ? order.agrees
          ? 'the printed angles agree'
          : 'the printed angles differ'
        : 'angles and codes that came printed, and a second entry for the site'
    "
    :open="order !== null"
  >
    <label class="file"
      >Read a work order (JSON or CSV)
      <input
        type="file"
        accept=".json,.csv,text/csv,application/json"
        :disabled="store.locked"
        @change="take($event, store.takeOrder)"
    /></label>
    <p v-if="faultsOf('order.')" class="trouble" role="alert">{{ faultsOf('order.') }}</p>
    <div class="fields">
      <entry-field
        field="printed_azimuth_deg"
        label="Printed azimuth"
        :value="job.facts.brief.printed_azimuth_deg"
        unit="deg"
      />
      <entry-field
        field="printed_elevation_deg"
        label="Printed elevation"
        :value="job.facts.brief.printed_elevation_deg"
        unit="deg"
      />
      <entry-field field="printed_skew_deg" label="Printed skew" :value="job.facts.brief.printed_skew_deg" unit="deg" />
      <entry-field
        field="other_place_text"
        label="Second entry for the same site"
        :value="job.facts.brief.other_place_text"
        hint="From the order, a photo or the map: how far apart?"
      />
      <entry-field field="site_id" label="Site id" :value="visit.site_id" />
      <entry-field field="site_code" label="Location code" :value="visit.site_code" />
      <entry-field field="cluster_code" label="Cluster code" :value="visit.cluster_code" />
      <entry-field field="customer_reference" label="Customer reference" :value="visit.customer_reference" />
    </div>
    <table v-if="order" class="grid-table" aria-label="Printed angles">
      <thead>
        <tr>
          <th scope="col">Angle</th>
          <th scope="col">Printed</th>
          <th scope="col">Ours</th>
          <th scope="col">Differs by</th>
          <th scope="col">What fits</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="check in order.checks" :key="check.what">
          <th scope="row">{{ check.what }}</th>
          <td>{{ check.printed_deg.toFixed(1) }}°</td>
          <td>{{ check.ours_deg.toFixed(1) }}°</td>
          <td>{{ sign(check.difference_deg) }}</td>
          <td>{{ check.explanation || (check.agrees ? 'agrees' : 'nothing usual: check place and satellite') }}</td>
        </tr>
      </tbody>
    </table>
  </un-fold>
  <un-fold
    title="Documents"
    :note="job.documents.length ? `${job.documents.length} kept with the job` : 'orders, manuals, configuration files'"
  >
    <label class="file"
      >Keep a file with the job <input type="file" :disabled="store.locked" @change="take($event, store.addDocument)"
    /></label>
    <p v-if="faultsOf('document.')" class="trouble" role="alert">{{ faultsOf('document.') }}</p>
    <article v-for="one in job.documents" :key="one.id" class="document">
      <p class="row small">
        <a :href="`/api/jobs/${store.number}/documents/${one.id}`" download>{{ one.name }}</a><span class="quiet"
          >{{ (one.size_bytes / 1000).toFixed(1) }} kB, {{ one.at.slice(0, 10) }}, {{ one.by }}; SHA-256
          <code>{{ one.sha256.slice(0, 16) }}…</code></span
        >
      </p>
      <p class="row small">
        <label
          >Is a
          <select
            :value="one.kind"
            :disabled="store.locked"
            :aria-label="`Kind of ${one.name}`"
            @change="
              store.patchDocument(one.id, {
                kind: ($event.target as HTMLSelectElement).value as Schemas['DocumentPatch']['kind'],
              })
            "
          >
            <option v-for="[code, name] in KINDS" :key="code!" :value="code">{{ name }}</option>
          </select></label
        >
        <label
          >for
          <select
            :value="one.satellite_code"
            :disabled="store.locked"
            :aria-label="`Satellite of ${one.name}`"
            @change="store.patchDocument(one.id, { satellite_code: ($event.target as HTMLSelectElement).value })"
          >
            <option value="">no satellite</option>
            <option v-for="satellite in satellites" :key="satellite.code" :value="satellite.code">
              {{ satellite.name }}
            </option>
          </select></label
        >
        <template v-if="one.kind === 'configuration'">
          <label
            >version
            <held-input
              :value="one.version"
              :disabled="store.locked"
              :aria-label="`Version of ${one.name}`"
              @text="store.patchDocument(one.id, { version: $event })"
          /></label>
          <label
            ><input
              type="checkbox"
              :checked="one.loaded_at != null"
              :disabled="store.locked"
              :aria-label="`${one.name} is loaded into the modem`"
              @change="store.patchDocument(one.id, { loaded: ($event.target as HTMLInputElement).checked })"
            />
            {{
              one.loaded_at
                ? `in the modem since ${one.loaded_at.slice(0, 16).replace('T', ' ')} UTC`
                : 'loaded into the modem'
            }}</label
          >
        </template>
        <button v-if="!store.locked" type="button" class="link" @click="store.deleteDocument(one.id)">Take out</button>
      </p>
    </article>
  </un-fold>
  <un-fold
    title="Settings sheet"
    :note="
      (job.facts.bringup.settings ?? []).length
        ? `${entered} of ${(job.facts.bringup.settings ?? []).length} entered`
        : 'what the modem is told, field by field'
    "
  >
    <row-grid
      name="settings"
      title="Settings sheet"
      :columns="settingColumns"
      :rows="job.facts.bringup.settings ?? []"
      :blank="{}"
      add-label="Add a field"
      ><template #empty
        ><p class="quiet">
          Nothing here yet.
          {{
            sheet.length
              ? 'Take the sheet of this satellite’s network, then fill it in as you type it into the modem.'
              : 'Add the fields of the network’s sheet; the stores can hold it with the satellite.'
          }}
        </p></template
      ></row-grid
    >
    <p v-if="sheet.length && !(job.facts.bringup.settings ?? []).length && !store.locked">
      <button type="button" class="link" @click="takeSheet">
        Take the sheet of {{ job.facts.picks.satellite?.name }}
      </button>
    </p>
    <p class="quiet small">The value of a secret is never kept: tick it once it is in the modem.</p>
  </un-fold>
  <un-fold
    v-if="lineup"
    title="Line-up slot"
    :note="
      wantsLineup
        ? visit.lineup_booked
          ? 'booked'
          : 'this terminal is lined up by appointment'
        : 'only where the operations desk measures the uplink'
    "
    :open="wantsLineup && !visit.lineup_booked"
  >
    <div class="fields">
      <entry-field field="terminal_id" label="Terminal id" :value="visit.terminal_id" />
      <entry-field
        field="hardware_address"
        label="Hardware address"
        :value="visit.hardware_address"
        placeholder="02:00:5E:10:00:01"
      />
      <entry-field
        field="lineup_at"
        label="Day and time"
        :value="visit.lineup_at?.slice(0, 16).replace('T', ' ')"
        placeholder="2026-11-26 14:00"
        hint="On the site’s clock"
      />
      <entry-field field="lineup_person" label="Who will be on site" :value="visit.lineup_person" />
      <tick-field field="lineup_booked" label="The desk has booked it" :value="visit.lineup_booked" />
    </div>
    <copy-text :text="lineup.request_text" what="the request" />
    <p v-if="lineup.missing.length" class="quiet small">Still to be entered: {{ lineup.missing.join(', ') }}.</p>
    <p v-if="lineup.coarse_done_by" class="small">
      Finish coarse pointing by <b>{{ lineup.coarse_done_by.slice(0, 16).replace('T', ' ') }}</b>.
    </p>
  </un-fold>
</template>

<style scoped>
.file {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.document {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
  display: grid;
  gap: 4px;
}
select,
.document :deep(input:not([type='checkbox'])) {
  height: 32px;
}
.document :deep(input:not([type='checkbox'])) {
  width: 90px;
  padding: 0 6px;
}
</style>
