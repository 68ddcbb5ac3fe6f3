<script setup lang="ts">
/** Of which kind the terminal in the box is: each brings parts of its own onto the bill. */
import { computed } from 'vue'
import ChipRow from '@/fields/ChipRow.vue'
import { useBuild } from '@/stations/build/useBuild'
import { rowId } from '@/stores/job'

const { store, told } = useBuild()
const kinds = computed(() => store.job?.facts.picks.terminal?.variants ?? [])
type Answer = 'yes' | 'no'
const ANSWERS: { value: Answer; label: string }[] = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
]
const rows = computed(() => told.value.variants_told ?? [])
const answerOf = (code: string) => rows.value.find((one) => one.code === code)?.is_it
/** The same answer once more takes it back. */
function say(code: string, is_it: Answer): void {
  const others = rows.value.filter((one) => one.code !== code)
  const was = rows.value.find((one) => one.code === code)
  void store.replaceList(
    'variants_told',
    was?.is_it === is_it ? others : [...others, { id: was?.id ?? rowId(), code, is_it }],
  )
}
</script>

<template>
  <section v-if="kinds.length" class="kinds" data-fact="build.variants_told">
    <h3>Which kind is it? <span class="quiet note">each brings parts of its own</span></h3>
    <div v-for="one in kinds" :key="one.code" class="kind">
      <span
        ><b>{{ one.question }}</b
        ><br v-if="one.note" /><span class="quiet small">{{ one.note }}</span></span
      >
      <chip-row
        :name="one.question"
        :options="ANSWERS"
        :value="answerOf(one.code)"
        :disabled="store.locked"
        @pick="(answer) => say(one.code, answer)"
      />
    </div>
  </section>
</template>

<style scoped>
.kinds {
  border-left: 4px solid var(--ochre);
  padding-left: 12px;
}
h3 {
  margin: 0;
  font-size: 16px;
}
.note {
  font-weight: 400;
  font-size: 14px;
}
.kind {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
  min-height: 48px;
}
</style>
