<script setup lang="ts">
/** On which side the pole goes, and how its brackets sit where what carries them is not straight. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import SaidAnew from '@/stations/SaidAnew.vue'
import { useJob } from '@/stores/job'

const store = useJob()
const kind = computed(() => store.job?.assessment.mount_kind ?? null)
const told = computed(() => store.job!.facts.mount)
const columns = columnsOf('mount.bracket_seats', { key: 'name', main: true }, 'off_line_mm', 'turned_deg', 'note')
</script>

<template>
  <template v-if="kind?.side_asked">
    <said-anew
      station="mount"
      code="mount.side_of"
      label="It is on that side of this one too"
      @said="store.patch({ side_mount_code: '' })"
    />
    <fact at="mount.mount_side" chips />
    <p class="quiet">{{ kind.side_asked }}. The steps at Build are told for it.</p>
  </template>
  <h2>How each bracket sits <span class="quiet note">the pole lines them up, not the rails</span></h2>
  <row-grid
    name="bracket_seats"
    title="How each bracket sits"
    :columns="columns"
    :rows="told.bracket_seats ?? []"
    :blank="{ name: '', note: '' }"
    add-label="Add a bracket"
    ><template #empty
      ><p class="quiet">
        Where rails or wall are not straight: hold a plumb line along them, and enter how far each bracket stands off
        it.
      </p></template
    ></row-grid
  >
</template>

<style scoped>
.note {
  font-weight: 400;
  font-size: 14px;
}
</style>
