<script setup lang="ts">
/** What came with the order: printed angles, papers, the network's settings sheet, the line-up slot. */
import ChoiceBox from '@/fields/ChoiceBox.vue'
import FilePick from '@/fields/FilePick.vue'
import Fact from '@/fields/Fact.vue'
import { NButton, NInput, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'
import CopyText from '@/frame/CopyText.vue'
import HeldInput from '@/fields/HeldInput.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import type { Schemas } from '@/api/client'
import { when } from '@/lib/when'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const visit = computed(() => job.value.facts.brief)
const order = computed(() => job.value.assessment.order)
const extra = computed(() => Object.entries(visit.value.order_extra ?? {}))
const pasted = ref('')
async function takePasted(): Promise<void> {
  if (await store.takeOrder(new File([pasted.value], 'order.txt', { type: 'text/plain' }))) pasted.value = ''
}
const lineup = computed(() => job.value.assessment.visit?.lineup ?? null)
const wantsLineup = computed(() => job.value.facts.picks.terminal?.needs_lineup ?? false)
const faultsOf = (prefix: string) =>
  Object.entries(store.faults)
    .filter(([field]) => field.startsWith(prefix))
    .map(([field, message]) => `${field.slice(prefix.length)}: ${message}`)
    .join(' ')
const sign = (value: number) => `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(1)}°`
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
const settingColumns = columnsOf('bringup.settings', { key: 'name', main: true }, 'value', 'secret', 'entered')
const sheet = computed(() => job.value.facts.picks.satellite?.settings ?? [])
const takeSheet = () =>
  store.replaceList(
    'settings',
    sheet.value.map((one) => ({ name: one.name, value: '', secret: one.secret, entered: false })),
  )
const entered = computed(() => (job.value.facts.bringup.settings ?? []).filter((one) => one.entered).length)
</script>

<template>
  <leaf-part
    leaf="order"
    title="Work order"
    :note="
      order
        ? order.agrees
          ? 'the printed angles agree'
          : 'the printed angles differ'
        : 'angles and codes that came printed, and a second entry for the site'
    "
  >
    <file-pick
      label="Read a work order (JSON or CSV)"
      accept=".json,.csv,text/csv,application/json"
      :disabled="store.locked"
      @files="store.takeOrder($event[0]!)"
    />
    <div v-if="!store.locked" class="paste">
      <label for="order-text">or paste it, as it stands in the message</label>
      <n-input
        v-model:value="pasted"
        type="textarea"
        :rows="3"
        placeholder="Azimuth: 33.4&#10;Elevation: 54.9&#10;Site id: …"
        :input-props="{ id: 'order-text' }"
      />
      <n-button :disabled="!pasted.trim()" @click="takePasted">Read it</n-button>
    </div>
    <p v-if="faultsOf('order.')" class="trouble" role="alert">{{ faultsOf('order.') }}</p>
    <div class="fields">
      <fact at="brief.printed_azimuth_deg" />
      <fact at="brief.printed_north" />
      <fact at="brief.printed_elevation_deg" />
      <fact at="brief.printed_skew_deg" />
      <fact at="brief.site_id" />
      <fact at="brief.site_code" />
      <fact at="brief.cluster_code" />
      <fact at="brief.customer_reference" />
    </div>
    <fact
      at="brief.order_read"
      :hint="
        visit.order_name ? `Read in: ${visit.order_name}` : 'Nothing was read in by Rindle: what stands here was typed'
      "
    />
    <table v-if="extra.length" class="grid-table" aria-label="What else the order said">
      <tbody>
        <tr v-for="[what, said] in extra" :key="what">
          <th scope="row">{{ what }}</th>
          <td>{{ said }}</td>
        </tr>
      </tbody>
    </table>
    <table v-if="order" class="grid-table" aria-label="Printed angles">
      <thead>
        <tr>
          <th scope="col">Angle</th>
          <th scope="col">Counted from</th>
          <th scope="col">Printed</th>
          <th scope="col">Ours</th>
          <th scope="col">Differs by</th>
          <th scope="col">What fits</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="check in order.checks" :key="check.what">
          <th scope="row">{{ check.what }}</th>
          <td>{{ check.reference }}</td>
          <td>{{ check.printed_deg.toFixed(1) }}°</td>
          <td>{{ check.ours_deg.toFixed(1) }}°</td>
          <td>{{ sign(check.difference_deg) }}</td>
          <td>{{ check.explanation || (check.agrees ? 'agrees' : 'nothing usual: check place and satellite') }}</td>
        </tr>
      </tbody>
    </table>
  </leaf-part>
  <leaf-part
    leaf="order"
    title="Documents"
    :note="job.documents.length ? `${job.documents.length} kept with the job` : 'orders, manuals, configuration files'"
  >
    <file-pick label="Keep a file with the job" :disabled="store.locked" @files="store.addDocument($event[0]!)" />
    <p v-if="faultsOf('document.')" class="trouble" role="alert">{{ faultsOf('document.') }}</p>
    <article v-for="one in job.documents" :key="one.id" class="document">
      <p class="row small">
        <a :href="`/api/jobs/${store.number}/documents/${one.id}`" download>{{ one.name }}</a><span class="quiet"
          >{{ (one.size_bytes / 1000).toFixed(1) }} kB, {{ one.at.slice(0, 10) }}, {{ one.by }}; SHA-256
          <code>{{ one.sha256.slice(0, 16) }}…</code></span
        >
      </p>
      <p class="row small">
        <choice-box
          :label="`Kind of ${one.name}`"
          bare
          :value="one.kind"
          :options="KINDS.map(([value, label]) => ({ value: value!, label }))"
          :disabled="store.locked"
          @choose="store.patchDocument(one.id, { kind: $event as Schemas['DocumentPatch']['kind'] })"
        />
        <choice-box
          :label="`Satellite of ${one.name}`"
          bare
          :value="one.satellite_code"
          :options="[
            { value: '', label: 'no satellite' },
            ...satellites.map((satellite) => ({ value: satellite.code, label: satellite.name })),
          ]"
          :disabled="store.locked"
          @choose="store.patchDocument(one.id, { satellite_code: $event })"
        />
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
              one.loaded_at ? `in the modem since ${when(one.loaded_at, job.assessment.zone)}` : 'loaded into the modem'
            }}</label
          >
        </template>
        <n-popconfirm
          v-if="!store.locked"
          positive-text="Take it out"
          negative-text="Keep it"
          @positive-click="store.deleteDocument(one.id)"
        >
          <template #trigger><n-button size="small" quaternary>Take out</n-button></template>
          {{ one.name }} goes out of the job for good.
        </n-popconfirm>
      </p>
    </article>
  </leaf-part>
  <leaf-part
    leaf="modem"
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
  </leaf-part>
  <leaf-part
    v-if="lineup"
    leaf="modem"
    title="Line-up slot"
    :note="
      wantsLineup
        ? visit.lineup_booked
          ? 'booked'
          : 'this terminal is lined up by appointment'
        : 'only where the operations desk measures the uplink'
    "
  >
    <div class="fields">
      <fact at="brief.terminal_id" />
      <fact at="brief.hardware_address" />
      <fact at="brief.lineup_at" />
      <fact at="brief.lineup_person" />
      <fact at="brief.lineup_booked" />
    </div>
    <template v-if="job.assessment.visit?.lineup_wanted">
      <copy-text :text="lineup.request_text" what="the request" />
      <p v-if="lineup.missing.length" class="quiet small">Still to be entered: {{ lineup.missing.join(', ') }}.</p>
    </template>
    <p v-if="lineup.coarse_done_by" class="small">
      Finish coarse pointing by <b>{{ lineup.coarse_done_by.slice(0, 16).replace('T', ' ') }}</b>, site’s clock.
    </p>
  </leaf-part>
</template>

<style scoped>
.paste {
  display: grid;
  gap: 8px;
  justify-items: start;
  font-size: 14px;
}
.document {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
  display: grid;
  gap: 4px;
}
.document :deep(input:not([type='checkbox'], [class*='n-'])) {
  width: 90px;
  padding: 0 6px;
}
</style>
