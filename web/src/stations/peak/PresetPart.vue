<script setup lang="ts">
/** Before the sweep: each instrument's figure against what it shows, the screws' travel, the nuts that are free. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import HandsetReading from '@/fields/HandsetReading.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import VerdictStone from '@/frame/VerdictStone.vue'
import { formatQuantity } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'
import { sideHint } from '@/stations/aim/rows'
import { usePeak } from '@/stations/peak/usePeak'

const { store, job, told, pointing, joints } = usePeak()
const prefs = usePrefs()
const rows = computed(() => pointing.value?.preset.rows ?? [])
const NAMES = { elevation: 'Elevation', skew: 'Skew', azimuth: 'Azimuth' } as Record<string, string>
const FACTS = {
  elevation: 'aim.preset_measured_deg',
  skew: 'peak.preset_skew_deg',
  azimuth: 'peak.preset_compass_deg',
} as const
const unit = (what: string) => (what === 'azimuth' ? 'compass_deg' : 'deg')
const state = (ok: boolean | null | undefined) => (ok === true ? 'clear' : ok === false ? 'hold' : 'unknown')
const screws = computed(() => {
  const terminal = job.value.facts.picks.terminal
  if (!terminal) return []
  return (['elevation', 'azimuth'] as const).map((axis) => {
    const span = (axis === 'elevation' ? terminal.elevation_screw : terminal.azimuth_screw).span_turns ?? 12
    const at = told.value[`${axis}_mid_turns`]
    return { axis, span, at, x: at == null ? null : 10 + ((at + span) / (2 * span)) * 220 }
  })
})
/** The face stands near level or plumb: the clinometer shows the same to both sides. */
const sided = computed(() => Boolean(job.value.assessment.dial?.side_matters || job.value.facts.aim.preset_side))
const columns = computed(() =>
  columnsOf(
    'peak.screw_checks',
    { key: 'axis', main: true },
    'turns',
    'shown_deg',
    ...(sided.value ? (['leans'] as const) : []),
  ),
)
const learnt = computed(() =>
  (['elevation', 'azimuth'] as const)
    .map((axis) => ({ axis, found: pointing.value?.[`${axis}_turns`] }))
    .filter((one) => one.found?.deg_per_turn != null),
)
const free = computed(() => joints.value)
/** A telephone on the face where the clinometer is laid stands in for it; a scale is read. */
const onFace = computed(() => {
  const [aim, dial] = [job.value.assessment.aim, job.value.assessment.dial]
  if (!aim || !dial?.clinometer_reads_from) return null
  const rim = dial.clinometer_reads_from === 'vertical'
  return {
    given: { along: 'edge' as const, from_vertical: rim, instrument_deg: dial.clinometer_correction_deg },
    how: `Lay its long edge ${rim ? 'across the' : 'along the'} ${aim.clinometer_face || 'line of the beam'}, where the clinometer is laid, hands off.`,
  }
})
/** Which way a figure is off, in words. */
const side = (what: string, off_deg: number) =>
  what === 'elevation' ? (off_deg > 0 ? 'high' : 'low') : off_deg > 0 ? 'far clockwise' : 'far anticlockwise'
</script>

<template>
  <p class="caution">
    <template v-if="store.aloft"
      ><b>On the ladder or roof:</b> tie off before you let go with both hands. Nobody under the dish while its clamps
      are loose; hold it, it may swing or fall back.</template
    >
    <template v-else
      ><b>Clamps are loose:</b> hold the dish, it may swing or fall back on hands and heads; stand beside it, not
      under.</template
    >
  </p>
  <p v-if="pointing?.take_along?.length" class="quiet">
    <b>Taken up in one go:</b> {{ pointing.take_along.join(', ') }}.
  </p>
  <div class="instruments">
    <div v-for="row in rows" :key="row.what" class="figure" :class="{ next: row.what === pointing?.preset.next_what }">
      <h2><verdict-stone :verdict="state(row.ok)" /> {{ NAMES[row.what] }}</h2>
      <p class="wanted">
        <span class="quiet">{{ row.instrument }} has to show</span
        ><b>{{
          formatQuantity(row.what === 'skew' ? Math.abs(row.wanted_deg) : row.wanted_deg, unit(row.what), prefs.system)
        }}</b
        ><span v-if="row.what === 'skew'" class="quiet"
          >{{ row.wanted_deg < 0 ? 'anticlockwise' : 'clockwise' }} seen from behind</span
        ><span v-if="row.wanted_side" class="quiet">{{ row.wanted_side }}</span
        ><span class="quiet">within {{ formatQuantity(row.tolerance_deg, unit(row.what), prefs.system) }}</span>
      </p>
      <fact
        :at="FACTS[row.what as keyof typeof FACTS]"
        label="It shows"
        :hint="
          row.what === 'skew'
            ? `Clockwise counts positive: here ${formatQuantity(row.wanted_deg, unit(row.what), prefs.system)}`
            : ''
        "
      />
      <fact
        v-if="row.what === 'elevation' && sided"
        at="aim.preset_side"
        :hint="sideHint(job.assessment.dial?.clinometer_reads_from)"
      />
      <handset-reading
        v-if="row.what === 'elevation' && onFace && !store.locked"
        :given="onFace.given"
        :how="onFace.how"
        :show="(one) => formatQuantity(one.reading_deg, 'deg', prefs.system)"
        @take="store.patch({ preset_measured_deg: Math.round(10 * $event.reading_deg) / 10 })"
      />
      <p v-if="row.off_deg != null" :class="row.ok ? 'quiet' : 'off'">
        {{
          row.ok
            ? 'near enough'
            : `${formatQuantity(Math.abs(row.off_deg), 'deg', prefs.system)} too ${side(row.what, row.off_deg)}`
        }}
      </p>
    </div>
  </div>
  <p class="quiet">
    In this order, since a sweep only hits at the right height, and the compass is the least certain of the three.
  </p>
  <h2>Fine screws at the middle of their travel</h2>
  <div class="screws">
    <div v-for="screw in screws" :key="screw.axis" class="screw">
      <fact :at="`peak.${screw.axis}_mid_turns`" />
      <svg viewBox="0 0 240 40" role="img" :aria-label="`Travel of the ${screw.axis} screw`">
        <rect x="10" y="14" width="220" height="10" fill="var(--stream-tint)" stroke="var(--stream)" />
        <line x1="120" x2="120" y1="8" y2="30" stroke="var(--stream)" stroke-width="2" />
        <path v-if="screw.x !== null" :d="`M${screw.x},12l-6,-9h12z`" fill="var(--rust)" />
        <text x="10" y="38" font-size="12" fill="var(--quiet)">
          {{ screw.span }} {{ screw.axis === 'azimuth' ? 'anticlockwise' : 'down' }}
        </text>
        <text x="230" y="38" font-size="12" text-anchor="end" fill="var(--quiet)">
          {{ screw.span }} {{ screw.axis === 'azimuth' ? 'clockwise' : 'up' }}
        </text>
      </svg>
    </div>
  </div>
  <h2>Nuts that are free for the move</h2>
  <table class="grid-table" aria-label="Nuts of the head">
    <tbody>
      <tr v-for="one in free" :key="one.key">
        <th scope="row">{{ one.name }}</th>
        <td>{{ one.count }}, {{ one.state }}</td>
        <td class="quiet">
          {{ one.axis ? `free while the ${one.axis} is turned, the others snug` : 'free while the skew is set' }}
        </td>
      </tr>
    </tbody>
  </table>
  <h2>Scale, offset arrow, turns</h2>
  <div class="fields">
    <fact at="peak.scale_zero_deg" />
    <fact at="peak.arrow_deg" />
  </div>
  <p v-if="pointing?.preset.new_elevation_deg != null">
    With the arrow the beam’s elevation is
    <b>{{ formatQuantity(pointing.preset.new_elevation_deg, 'deg', prefs.system) }}</b>: the search goes on there. Look
    at a scale straight on; from a step aside it reads a degree off.
  </p>
  <row-grid
    name="screw_checks"
    title="Shown at a count of turns"
    :columns="columns"
    :rows="told.screw_checks ?? []"
    :blank="{ axis: 'elevation' }"
    add-label="Add a count"
    ><template #empty
      ><p class="quiet">
        Read the clinometer at two counts of the screw, and the degrees a turn are learnt from it.
      </p></template
    ></row-grid
  >
  <p v-for="{ axis, found } in learnt" :key="axis">
    {{ NAMES[axis] }}: <b>{{ formatQuantity(found!.deg_per_turn!, 'deg', prefs.system) }} a turn</b
    ><template v-if="found!.remaining_turns != null"
      >, {{ formatQuantity(Math.abs(found!.remaining_turns), 'turns', 'metric') }}
      {{ found!.remaining_turns >= 0 ? 'up' : 'down' }} to go,
      {{ formatQuantity(found!.to_stop_turns, 'turns', 'metric') }} to the stop</template
    >
  </p>
</template>

<style scoped>
.instruments {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: 12px;
}
.figure {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding: 12px;
  border: 1px solid var(--rule);
  border-radius: 6px;
  align-content: start;
}
.figure.next {
  border: 2px solid var(--stream);
  padding: 11px;
}
.figure h2 {
  margin: 0;
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 16px;
}
.wanted {
  margin: 0;
  display: grid;
  font-size: 14px;
}
.wanted b {
  font-size: 32px;
  line-height: 1.15;
}
.off {
  margin: 0;
  color: var(--rust);
  font-weight: 600;
}
.screws {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 16px;
}
.screw {
  display: grid;
  gap: 4px;
}
.screw svg {
  max-width: 260px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 12px;
}
</style>
