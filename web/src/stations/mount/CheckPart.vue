<script setup lang="ts">
/** What is tried once it stands, what an old mount is asked, and what was altered. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import { useJob } from '@/stores/job'

const store = useJob()
const job = computed(() => store.job!)
const kind = computed(() => job.value.assessment.mount_kind ?? null)
const asked = computed(() => kind.value?.checks ?? [])
const columns = computed(() =>
  columnsOf(
    'mount.checks',
    { key: 'code', main: true, choices: asked.value.map((one) => ({ label: one.name, value: one.code })) },
    'state',
    'play_deg',
    ...(asked.value.some((one) => one.faces_count === 2) ? (['second_deg'] as const) : []),
    'gap_mm',
    'by',
    'note',
  ),
)
const usual = computed(() => ({
  label: 'All checks of this mount',
  rows: asked.value.map((one) => ({ code: one.code, state: '' })),
}))
const lasts = computed(() => job.value.assessment.hardware?.said)
const altered = columnsOf('mount.alterations', { key: 'what', main: true }, 'of_whose', 'reason', 'decided_by', 'until')
</script>

<template>
  <template v-if="asked.length">
    <ul class="how" aria-label="How it is tried">
      <li v-for="one in asked" :key="one.code">
        <b>{{ one.name }}</b> <span class="quiet">{{ one.how }}</span>
      </li>
    </ul>
    <row-grid
      name="checks"
      title="Checks"
      :columns="columns"
      :rows="job.facts.mount.checks ?? []"
      :blank="{ state: '' }"
      add-label="Add a check"
      :usual="usual"
    />
  </template>
  <p v-else class="quiet" data-fact="mount.checks">Choose the kind of mount first: it brings its checks.</p>
  <template v-if="kind?.holds === 'given'">
    <h2>An old mount is asked</h2>
    <fact at="mount.reuse_checks" with-text="text" />
  </template>
  <h2>Grade of the hardware</h2>
  <p class="quiet">Nothing of unknown grade goes up over people. Its mark stands on the head of each screw.</p>
  <div class="fields">
    <fact at="mount.hardware" />
    <fact at="mount.air" />
    <fact at="mount.under" chips />
  </div>
  <p v-if="lasts" class="answer">
    The zinc lasts <b>{{ lasts }}</b> in this air.
  </p>
  <h2>Altered</h2>
  <p v-for="one in kind?.unaltered ?? []" :key="one" class="warn">{{ one }}</p>
  <row-grid
    name="alterations"
    title="What was altered"
    :columns="altered"
    :rows="job.facts.mount.alterations ?? []"
    :blank="{ of_whose: 'other' }"
    add-label="Add an alteration"
    ><template #empty><p class="quiet">Nothing was altered.</p></template></row-grid
  >
  <h2 v-if="kind?.tether">Should its clamp let go</h2>
  <p v-if="kind?.tether" class="quiet">{{ kind.tether }}</p>
  <div class="fields"><fact at="mount.tethered" /></div>
</template>

<style scoped>
.how {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 4px;
}
.warn {
  color: var(--rust);
  margin: 0;
}
</style>
