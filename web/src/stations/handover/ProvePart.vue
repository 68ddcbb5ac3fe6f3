<script setup lang="ts">
/** What was asked for and is proved, what was shown, what is handed over. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const needs = computed(() =>
  (job.value.facts.picks.words?.needs ?? []).some((one) => job.value.facts.brief.needs?.includes(one.code)),
)
const oldLine = computed(() =>
  (job.value.facts.picks.words?.old_lines ?? []).find((one) => one.code === job.value.facts.brief.old_line),
)
const reasons = computed(() =>
  (job.value.facts.picks.words?.reasons ?? []).filter((one) => job.value.facts.brief.reasons?.includes(one.code)),
)
const last = computed(() => (job.value.documents ?? []).filter((one) => one.about.startsWith('closing:')))
</script>

<template>
  <leaf-part leaf="prove">
    <section v-if="needs" class="stack">
      <h2>What the customer asked for, proved</h2>
      <fact at="handover.needs_proved" :only="job.facts.brief.needs" with-text="proof" />
    </section>
    <section v-if="oldLine" class="block">
      <h2>The old line: {{ oldLine.name.toLowerCase() }}</h2>
      <fact at="handover.old_line_proved" :only="[oldLine.code]" with-text="proof" />
    </section>
    <section class="block">
      <h2>Shown to the customer</h2>
      <fact at="handover.shown_to" with-text="text" whole />
    </section>
    <section class="block">
      <h2>Handed over</h2>
      <fact at="handover.items_given" with-text="text" whole />
    </section>
    <section v-if="reasons.length" class="block">
      <h2>Why it was done, beside how it was left</h2>
      <p>
        <template v-for="one in reasons" :key="one.code"
          ><b>{{ one.name }}</b
          >. {{ one.text }}
        </template>
      </p>
      <div v-if="last.length" class="row">
        <img
          v-for="one in last"
          :key="one.id"
          class="last"
          :src="`/api/jobs/${store.number}/documents/${one.id}`"
          :alt="one.name"
        />
      </div>
      <p v-else class="quiet">
        No closing picture yet. Take one at Build, Before leaving: from in front, from the side, of the place as it was
        left.
      </p>
    </section>
  </leaf-part>
</template>

<style scoped>
.last {
  width: 220px;
  height: auto;
  border-radius: 6px;
}
</style>
