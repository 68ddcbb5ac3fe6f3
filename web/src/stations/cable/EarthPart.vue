<script setup lang="ts">
/** The way to earth, piece by piece, with the readings. */
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import DrawingView from '@/drawings/DrawingView.vue'
import Fact from '@/fields/Fact.vue'
import SaidAnew from '@/stations/SaidAnew.vue'
import { formatAmount } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
/** Where its maker lets the wire be taken, and where not: that is said of it once it is chosen. */
const points = computed(() =>
  (store.job!.facts.picks.terminal?.earth_points ?? []).map((one) => ({ label: one.name, value: one.name })),
)
const prefs = usePrefs()
const amount = (one: Schemas['Consumable']) => formatAmount(one, prefs.system)
const goods = computed(() => store.job!.assessment.earth?.goods ?? [])
const told = computed(() => store.job!.facts.cable)
</script>

<template>
  <said-anew
    station="cable"
    code="cable.earthed_for"
    label="It was done for what the job says now"
    @said="store.patch({ earthed_terminal_code: '', earthed_mount_code: '', earthed_letter: '' })"
  />
  <said-anew
    station="cable"
    code="cable.aged"
    label="Looked at again: as it was handed over"
    @said="store.patch({ cable_seen_again: true })"
  />
  <drawing-view name="earth" />
  <p v-if="goods.length">
    Brought for it:
    {{ goods.map((one) => `${one.name}, ${amount(one)}`).join('; ') }}.
  </p>
  <fact at="cable.earth_path" with-text="text" whole />
  <div class="fields">
    <fact v-if="points.length" at="cable.earth_point" :options="points" />
    <fact at="cable.earth_wire_mm2" />
    <fact at="cable.earth_wire_length_m" />
    <fact at="cable.earth_bond_mohm" />
    <fact at="cable.earth_ground_ohm" />
    <fact at="cable.earth_building" chips />
    <fact v-if="told.earth_building === 'not_possible'" at="cable.earth_why_not" />
  </div>
  <p class="caution">
    <b>Earth before power.</b> It is licensed work where the local code says so, and never done in thunder. Sizes are
    the firm’s; the code prevails.
  </p>
</template>
