<script setup lang="ts">
/** What is turned and in which order it is locked, how firmly bolts go, what grows old, what is packed. */
import { computed } from 'vue'
import { formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const kind = computed(() => store.job!.assessment.mount_kind!)
const torques = computed(() => store.job!.assessment.torques ?? [])
const adjusters = computed(() =>
  [...(kind.value.adjusters ?? [])].sort((a, b) => (a.lock_number ?? 1) - (b.lock_number ?? 1)),
)
const spares = computed(() => (kind.value.pieces ?? []).filter((one) => one.spare).map((one) => one.name))
const BY = { maker: 'the maker’s', reckoned: 'reckoned, dry', feel: 'by feel, the last turns by hand' }
</script>

<template>
  <template v-if="adjusters.length">
    <h2>What moves what</h2>
    <ol class="lock" aria-label="In the order in which it is locked">
      <li v-for="one in adjusters" :key="one.name">
        <b>{{ one.name }}</b>: {{ one.moves }}<span v-if="one.span_deg">, over {{ one.span_deg }}°</span>
        <span class="quiet">{{ one.note }}</span>
      </li>
    </ol>
    <p class="quiet small">Locked in this order.</p>
  </template>
  <template v-if="torques.length">
    <h2>How firmly</h2>
    <table class="grid-table" aria-label="Torques">
      <tbody>
        <tr v-for="one in torques" :key="one.name">
          <th scope="row">{{ one.count > 1 ? `${one.count} × ` : '' }}{{ one.name }}</th>
          <td>
            {{ one.torque_nm != null ? `${formatQuantity(one.torque_nm, 'nm', prefs.system)}, ` : '' }}{{ BY[one.by] }}
          </td>
          <td>{{ one.spanner ? `spanner ${one.spanner}` : one.hex_key ? `hex key ${one.hex_key}` : '' }}</td>
          <td class="quiet">{{ one.tighten }}</td>
        </tr>
      </tbody>
    </table>
  </template>
  <template v-if="kind.ageing?.length">
    <h2>What grows old</h2>
    <table class="grid-table" aria-label="What grows old">
      <tbody>
        <tr v-for="one in kind.ageing" :key="one.what">
          <th scope="row">{{ one.what }}</th>
          <td>{{ one.why }}</td>
          <td>
            {{
              one.look_years === 1
                ? 'each year'
                : one.look_years! < 1
                  ? 'twice a year'
                  : `every ${one.look_years} years`
            }}
          </td>
        </tr>
      </tbody>
    </table>
  </template>
  <p v-if="spares.length"><b>Worth a spare:</b> {{ spares.join(', ') }}</p>
  <p v-if="kind.tools?.length"><b>Tools:</b> {{ kind.tools.join(', ') }}</p>
  <p v-if="kind.store_note"><b>Packed:</b> {{ kind.store_note }}</p>
</template>

<style scoped>
.lock {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 4px;
}
</style>
