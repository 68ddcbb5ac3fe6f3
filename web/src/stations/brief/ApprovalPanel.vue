<script setup lang="ts">
/** What the customer agreed to, by whom and when, with the signature as it was drawn; and the page that is shown. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import SignaturePad from '@/fields/SignaturePad.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const brief = computed(() => store.job!.facts.brief)
const letters = computed(() =>
  store.job!.positions.map((one) => ({
    value: one.letter,
    label: one.note ? `${one.letter} · ${one.note}` : one.letter,
  })),
)
const paper = (kind: string) => `/api/jobs/${store.number}/proposal.${kind}?units=${prefs.system}`
const lines = computed(() => (brief.value.approval_lines ?? []) as [number, number][][])
</script>

<template>
  <leaf-part
    leaf="proposal"
    title="Proposal for the customer"
    :note="
      brief.approved_by
        ? `${brief.approved_by} agreed to ${brief.approved_letter || 'no position yet'}`
        : 'one page to look at and to agree on'
    "
  >
    <p class="row">
      <a :href="paper('html')" target="_blank">Show the proposal</a>
      <a :href="paper('pdf')" target="_blank">PDF to send</a>
    </p>
    <p class="quiet small">
      Sketch of the positions with the sight-line, the sky’s verdict for each, its mount, for and against, costs by
      item, and what was agreed. Photos in the locker are put on it without the place that a camera writes into them.
    </p>
    <div class="fields">
      <fact at="brief.approved_by" />
      <fact at="brief.approved_letter" :options="letters" />
      <fact at="brief.approved_at" />
      <fact at="brief.approval_note" class="span" />
    </div>
    <signature-pad field="approval_lines" label="Signature of the customer" :lines="lines" />
  </leaf-part>
</template>

<style scoped>
.span {
  grid-column: span 2;
}
@media (max-width: 700px) {
  .span {
    grid-column: auto;
  }
}
</style>
