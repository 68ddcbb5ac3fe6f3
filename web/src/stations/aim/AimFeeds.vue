<script setup lang="ts">
/** Spare feeds for neighbouring satellites, and the bracket that holds them; what is wanted stays with the job. */
import { computed } from 'vue'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { feedRows } from '@/stations/aim/rows'
import { useAim } from '@/stations/aim/useAim'

const { job, show } = useAim()
const stored = computed(() => (job.value.facts.picks.others ?? []).map((one) => ({ value: one.code, label: one.name })))
const feeds = computed(() => job.value.assessment.spare_feeds ?? null)
const rows = computed(() => (feeds.value ? feedRows(feeds.value, show) : []))
</script>

<template>
  <leaf-part
    leaf="feeds"
    title="Spare feeds"
    note="for neighbouring television satellites, and the bracket that holds them"
  >
    <fact at="aim.spare_satellites" :options="stored" />
    <div class="fields">
      <fact
        at="aim.focal_length_mm"
        :hint="
          job.facts.picks.terminal?.focal_length_mm
            ? `Empty: ${show(job.facts.picks.terminal.focal_length_mm, 'mm')} as the stores say`
            : 'From the dish’s sheet'
        "
      />
      <fact at="aim.feed_diameter_mm" />
    </div>
    <template v-if="job.facts.aim.spare_satellites?.length">
      <drawing-view name="feeds" />
      <table v-if="rows.length" class="grid-table" aria-label="Spare feeds">
        <tbody>
          <tr v-for="[name, text] in rows" :key="name">
            <th scope="row">{{ name }}</th>
            <td>{{ text }}</td>
          </tr>
        </tbody>
      </table>
      <p class="caution">
        The main link first: lock it, fit the feeds on cables of their own, then measure the main link again at
        <router-link :to="`/jobs/${job.number}/peak/lock`">Peak, Lock down</router-link>. Finding a spare satellite
        needs a receiver or an analyser of its own.
      </p>
    </template>
    <p v-else-if="job.facts.picks.terminal" class="quiet">Tick the satellites that are wanted beside the main one.</p>
    <p v-else class="quiet">Choose the terminal at Brief: the feeds sit on its dish.</p>
  </leaf-part>
</template>
