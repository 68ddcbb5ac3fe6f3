<script setup lang="ts">
/** What the customer needs and why, what becomes of the old line, what it costs. */
import { formatMoney } from '@/lib/quantity'
import Fact from '@/fields/Fact.vue'
import { computed } from 'vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import WordText from '@/frame/WordText.vue'
import { counted } from '@/lib/counted'
import SaidAnew from '@/stations/SaidAnew.vue'
import SetUps from '@/stations/brief/SetUps.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const visit = computed(() => job.value.facts.brief)
const passing = computed(() => visit.value.permanence === 'trial' || visit.value.permanence === 'temporary')
const letters = computed(() =>
  job.value.positions.map((one) => ({
    value: one.letter,
    label: one.note ? `${one.letter} · ${one.note}` : one.letter,
  })),
)
const kinds = computed(() =>
  (store.catalogue?.mounts ?? []).filter((one) => one.permanent).map((one) => ({ value: one.code, label: one.name })),
)
const standsNow = computed(() =>
  (job.value.assessment.position_mounts ?? []).find((one) => one.letter === job.value.facts.sky.position_letter),
)
const oldLine = computed(() =>
  (job.value.facts.picks.words?.old_lines ?? []).find((one) => one.code === visit.value.old_line),
)
const power = computed(() => job.value.assessment.visit?.spare_power ?? null)
const costs = computed(() => job.value.assessment.visit?.costs)
const money = (value: number) => formatMoney(value, job.value.facts.picks.rules?.currency)
const costColumns = columnsOf('brief.costs', { key: 'item', main: true }, 'kind', 'amount_money')
</script>

<template>
  <leaf-part
    leaf="customer"
    title="Needs and reasons"
    :note="`${counted(job.facts.brief.needs?.length ?? 0, 'need')}, ${counted(visit.reasons?.length ?? 0, 'reason')}`"
  >
    <h2>What the customer needs</h2>
    <fact at="brief.needs" />
    <h2>Why it is done, or done anew</h2>
    <fact at="brief.reasons" with-text="text" />
  </leaf-part>
  <leaf-part leaf="stay" title="How long it stands">
    <div class="fields">
      <fact at="brief.permanence" />
      <fact v-if="passing" at="brief.return_on" />
      <fact at="brief.old_line" />
      <fact v-if="oldLine?.two_lines" at="brief.router_two_lines" />
    </div>
    <template v-if="visit.permanence === 'portable'">
      <fact at="brief.travel_checks" with-text="text" />
      <set-ups />
    </template>
    <section v-if="oldLine" class="network" aria-label="How the network is built">
      <h2>How the network is built</h2>
      <p class="chain">
        <span class="box">New line</span>
        <template v-if="oldLine.two_lines">+ <span class="box">Old line</span></template> →
        <span class="box">{{ oldLine.gateway }}</span> → <span class="box">Customer’s devices</span>
      </p>
      <ol>
        <li v-for="one in oldLine.order" :key="one"><word-text :text="one" /></li>
      </ol>
      <p class="quiet">Proved at the hand-over: {{ oldLine.proof }}</p>
    </section>
    <template v-if="passing">
      <h2>Now, and for good</h2>
      <table class="grid-table" aria-label="Two set-ups">
        <thead>
          <tr>
            <th scope="col"></th>
            <th scope="col">Now</th>
            <th scope="col">For good</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Position</th>
            <td>{{ job.facts.sky.position_letter || 'the job’s own place' }}</td>
            <td><fact at="brief.later_letter" :options="letters" /></td>
          </tr>
          <tr>
            <th scope="row">Mount</th>
            <td>{{ job.assessment.mount_kind?.name || standsNow?.mount_name || 'not chosen yet' }}</td>
            <td><fact at="brief.later_mount_code" :options="kinds" /></td>
          </tr>
          <tr>
            <th scope="row">Until, from</th>
            <td>{{ visit.return_on || 'no day yet' }}</td>
            <td>{{ visit.return_on || 'no day yet' }}</td>
          </tr>
        </tbody>
      </table>
      <h2>What is taken over</h2>
      <fact at="brief.reused" />
      <div class="fields"><fact at="brief.reuse_note" /></div>
    </template>
  </leaf-part>
  <leaf-part leaf="site" title="Access, and what is settled">
    <said-anew
      station="brief"
      code="brief.settled_at"
      label="It is so at this place too"
      @said="store.patch({ settled_latitude_deg: null, settled_longitude_deg: null })"
    />
    <fact at="brief.access" />
    <h2>Settled before the visit</h2>
    <fact at="brief.settled" />
    <h2>Where the indoor unit goes</h2>
    <fact at="brief.indoor" with-text="text" />
    <fact at="brief.indoor_note" />
    <h2>Spare power</h2>
    <div class="fields">
      <fact at="brief.spare_power_h" />
      <fact at="brief.other_load_w" />
      <fact at="brief.spare_battery_wh" />
    </div>
    <p v-if="power">
      {{ power.load_w.toFixed(0) }} W need a battery of <b>{{ power.battery_wh.toFixed(0) }} Wh</b>,
      {{ power.battery_ah.toFixed(0) }} Ah at 12 V. A planning aid: the mains side is for licensed people, and a surge
      arrester belongs before the modem where thunder is common.
    </p>
  </leaf-part>
  <leaf-part
    leaf="parts"
    title="Costs"
    :note="
      costs && (visit.costs ?? []).length
        ? `first year ${money(costs.first_year_money)}`
        : 'kit, work, fees, and the overlap of two services'
    "
  >
    <row-grid
      name="costs"
      title="Costs"
      :columns="costColumns"
      :rows="visit.costs ?? []"
      :blank="{ kind: 'once' }"
      add-label="Add an amount"
      ><template #empty
        ><p class="quiet">
          No amount yet. Enter what is paid once, the new fees, and the fee of the old line.
        </p></template
      ></row-grid
    >
    <div class="fields">
      <fact at="brief.overlap_month_count" />
    </div>
    <table v-if="costs && (visit.costs ?? []).length" class="grid-table" aria-label="Cost sheet">
      <tbody>
        <tr>
          <th scope="row">Once</th>
          <td>{{ money(costs.once_money) }}</td>
        </tr>
        <tr>
          <th scope="row">Each month, new less old</th>
          <td>{{ money(costs.month_difference_money) }}</td>
        </tr>
        <tr>
          <th scope="row">While both run</th>
          <td>{{ money(costs.overlap_money) }}</td>
        </tr>
        <tr>
          <th scope="row">First year</th>
          <td>
            <b>{{ money(costs.first_year_money) }}</b>
          </td>
        </tr>
      </tbody>
    </table>
  </leaf-part>
</template>

<style scoped>
.network {
  margin-top: 24px;
}
.chain {
  margin: 8px 0 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.box {
  padding: 4px 10px;
  border: 1.5px solid var(--ink);
  border-radius: 6px;
  background: var(--paper);
}
.network ol {
  margin: 8px 0;
  padding-left: 24px;
  max-width: 72ch;
  display: grid;
  gap: 4px;
}
</style>
