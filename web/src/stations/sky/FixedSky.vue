<script setup lang="ts">
/** A fixed satellite: what the margin is by both schools, the ways out where it fails, and what else of the arc is free. */
import Fact from '@/fields/Fact.vue'
import { computed } from 'vue'
import type { CalcResult } from '@/api/client'
import WhereElse from '@/stations/sky/WhereElse.vue'
import CalcPanel from '@/fields/CalcPanel.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { formatQuantity, toEntry } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const sky = computed(() => job.value.assessment.sky!)
const show = (value: number, unit: string) => formatQuantity(value, unit, prefs.system)
const rows = computed(() => {
  const s = sky.value
  const rules = job.value.facts.picks.rules
  if (s.margin_deg == null || s.tube_margin_deg == null) return []
  const raise = (value: number | null | undefined) =>
    value == null
      ? s.raise_known
        ? 'no height clears it'
        : 'not known: points in the way have no distance'
      : value === 0
        ? 'clear now'
        : `raise by ${show(value, 'm')}`
  const years = (value: number | null | undefined) =>
    value == null ? 'not by the growth entered' : value === 0 ? 'already' : `in ${show(value, 'years')}`
  return [
    [
      `Flat rule, ${show(rules?.clearance_deg ?? 0, 'deg')} all round`,
      show(s.margin_deg, 'deg'),
      raise(s.raise_clearance_m),
      years(s.clearance_years),
    ],
    [
      'Physical tube',
      `${show(s.tube_margin_deg, 'deg')} beyond ${show(s.tube_half_angle_deg ?? 0, 'deg')}`,
      raise(s.raise_tube_m),
      years(s.tube_years),
    ],
  ]
})
type Row = [string, string]
const walkRows = (result: CalcResult<'beam_height'>): Row[] => [
  ['Lower edge of the beam', `${show(result.beam_over_walkway_m, 'm')} over the walking surface`],
  ['Kept clear in front', `${show(result.keep_clear_m, 'm')}: one dish diameter, the trade’s rule`],
]
const energyRows = (result: CalcResult<'power_density'>): Row[] => [
  [
    'At its strongest',
    `${show(result.surface_w_per_m2, 'w_per_m2')} at the dish, ${show(result.near_w_per_m2, 'w_per_m2')} up to ${show(result.near_field_m, 'm')} before it`,
  ],
  ['Under the limit', result.limit_at_m > 0 ? `from ${show(result.limit_at_m, 'm')} along the beam` : 'everywhere'],
  [
    'Standing people reach into it',
    result.people_clear_m > 0 ? `up to ${show(result.people_clear_m, 'm')} in front` : 'nowhere',
  ],
  ['Kept clear along the beam', show(result.keep_clear_m, 'm')],
]
</script>

<template>
  <leaf-part leaf="view">
    <table v-if="rows.length" class="grid-table" aria-label="Margin by both schools">
      <thead>
        <tr>
          <th scope="col">School</th>
          <th scope="col">Free</th>
          <th scope="col">Height that clears it</th>
          <th scope="col">Trees reach it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row[0]">
          <th scope="row">{{ row[0] }}</th>
          <td>
            <b>{{ row[1] }}</b>
          </td>
          <td>{{ row[2] }}</td>
          <td>{{ row[3] }}</td>
        </tr>
      </tbody>
    </table>
    <table v-if="sky.raises?.length" class="grid-table" aria-label="What height would gain">
      <thead>
        <tr>
          <th scope="col">Raised by</th>
          <th v-for="one in sky.raises" :key="one.raise_m" scope="col">{{ show(one.raise_m, 'm') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">Free</th>
          <td v-for="one in sky.raises" :key="one.raise_m">{{ show(one.margin_deg, 'deg') }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="sky.bare_margin_deg != null" class="quiet">
      While the trees are bare: {{ show(sky.bare_margin_deg, 'deg') }} free.
    </p>
    <div class="fields">
      <fact at="sky.ahead_years" /><fact
        at="brief.look_again_on"
        :hint="
          job.assessment.sky_more?.look_again_by
            ? `Growth closes it about ${job.assessment.sky_more.look_again_by.slice(0, 7)}`
            : 'Year-month-day; trees grow'
        "
      />
    </div>
  </leaf-part>
  <leaf-part leaf="elsewhere"><where-else /></leaf-part>
  <leaf-part leaf="people" title="People in front" note="how high the beam passes over a way or terrace">
    <fact at="sky.kept_off" with-text="text" />
    <p v-if="job.facts.picks.terminal?.transmit_w">
      <a :href="`/api/jobs/${store.number}/sign.pdf?units=${prefs.system}`" target="_blank" rel="noopener"
        >A sign to print: keep out of the beam</a
      >
    </p>
    <calc-panel
      v-if="job.assessment.aim && job.facts.picks.terminal"
      name="beam_height"
      :fields="[
        { key: 'distance_m', label: 'Way is in front by', unit: 'm' },
        { key: 'walkway_height_m', label: 'Way over the dish’s ground', unit: 'm', start: '0' },
        {
          key: 'terminal_height_m',
          label: 'Dish over its ground',
          unit: 'm',
          start: toEntry(job.assessment.sky_more?.terminal_height_m ?? 0, 'm', prefs.system),
        },
      ]"
      :fixed="{
        elevation_deg: job.assessment.aim.elevation_apparent_deg,
        aperture_mm: job.facts.picks.terminal.aperture_mm,
        rules: job.facts.picks.rules,
      }"
      wait="Enter how far in front people walk."
      :show="walkRows"
    />
    <p v-else class="quiet">Choose place, satellite and terminal at Brief: the beam is as wide as its dish.</p>
    <template v-if="job.assessment.aim && job.facts.picks.terminal?.transmit_w"
      ><h2>How strong it is there</h2>
      <calc-panel
        name="power_density"
        :fields="[
          { key: 'transmit_w', label: 'Sends (W)', start: String(job.facts.picks.terminal?.transmit_w) },
          { key: 'duty_share', label: 'Share of the time', start: '1', hint: '1: the careful choice' },
          {
            key: 'terminal_height_m',
            label: 'Dish over people’s ground',
            unit: 'm',
            start: toEntry(job.assessment.sky_more?.terminal_height_m ?? 0, 'm', prefs.system),
          },
        ]"
        :fixed="{
          elevation_deg: job.assessment.aim.elevation_apparent_deg,
          aperture_mm: job.facts.picks.terminal.aperture_mm,
          transmit_ghz: job.facts.picks.terminal.transmit_ghz,
          rules: job.facts.picks.rules,
        }"
        :show="energyRows"
    /></template>
    <p class="caution">
      <b>Radio energy:</b> nobody stands in front of a transmitting dish. The limits of the local code prevail over this
      rule of thumb.
    </p>
  </leaf-part>
</template>
