<script setup lang="ts">
/** Lock-down and push: nut by nut while the level is watched, then the rim at four places, before, during, after. */
import { times } from '@/lib/counted'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import HeldInput from '@/fields/HeldInput.vue'
import { formatQuantity } from '@/lib/quantity'
import { rowId } from '@/stores/job'
import LiveFigures from '@/stations/peak/LiveFigures.vue'
import WaitHere from '@/stations/WaitHere.vue'
import { useLive, usePeak } from '@/stations/peak/usePeak'

const { store, job, told, view, joints, there, usable, busy, during } = usePeak()
useLive()
const db = (value: number) => formatQuantity(value, 'db', 'metric')
const hold = computed(() => job.value.facts.picks.rules?.hold_db ?? 0)
const where = computed(() => job.value.facts.picks.terminal?.push_where ?? '')
/** Where the modem's page guides the pointing, it is told there that it has ended. */
const onPage = computed(() => (job.value.facts.picks.terminal?.guides ?? []).some((one) => one.kind === 'page'))
const nuts = computed(() => joints.value.filter((one) => one.lock_number != null))
const after = (key: string) => (told.value.lock_steps ?? []).find((one) => one.joint === key)?.level_db ?? null
async function kept(key: string, level: number | null): Promise<boolean> {
  const others = (told.value.lock_steps ?? []).filter((one) => one.joint !== key)
  return store.replaceList(
    'lock_steps',
    level == null ? others : [...others, { id: rowId(), joint: key, level_db: level }],
  )
}
const SIDES = [
  { side: 'top', x: 160, y: 34 },
  { side: 'left', x: 44, y: 140 },
  { side: 'right', x: 276, y: 140 },
  { side: 'bottom', x: 160, y: 246 },
] as const
const lock = computed(() => job.value.assessment.lockdown)
const lost = (side: string) => lock.value.push_loss_db[side]
const gained = (side: string) => -(lock.value.during_loss_db?.[side] ?? 0)
const ink = (side: string) => {
  const back = lost(side)
  if (back == null) return 'var(--quiet)'
  return Math.abs(back) > hold.value || gained(side) > hold.value / 2 ? 'var(--rust)' : 'var(--stream)'
}
const word = (side: string) => {
  const back = lost(side)
  if (back == null) return 'not pushed'
  if (gained(side) > hold.value / 2) return `better by ${db(gained(side))}`
  return Math.abs(back) > hold.value ? `off by ${db(Math.abs(back))}` : 'came back'
}
const off = computed(() => {
  const said = []
  const e = lock.value.elevation_off_deg
  const a = lock.value.azimuth_off_deg
  if (e != null) said.push(`${Math.abs(e).toFixed(2)}° too ${e > 0 ? 'low' : 'high'}`)
  if (a != null) said.push(`${Math.abs(a).toFixed(2)}° too far ${a > 0 ? 'anticlockwise' : 'clockwise'}`)
  return said.join(', ')
})
</script>

<template>
  <div class="both">
    <div class="stack">
      <h2>Tighten while it is watched</h2>
      <p class="quiet">
        Quarter turns, across, the other spanner held against it; the level must hold within {{ db(hold) }}. If it
        falls, go back to the fine stage.
      </p>
      <ol class="nuts" data-fact="peak.lock_steps">
        <li>
          <fact at="peak.lock_before_db" />
        </li>
        <li v-for="one in nuts" :key="one.key">
          <b>{{ one.name }}</b> ({{ one.count }}, {{ one.state }})
          <p class="quiet">{{ one.tighten }}</p>
          <label v-if="!store.locked"
            >Level after it
            <held-input
              :aria-label="`Level after ${one.name}`"
              :value="after(one.key)"
              unit="db"
              style="width: 96px"
              @number="(level) => kept(one.key, level)"
          /></label>
        </li>
        <li>
          <fact at="peak.lock_after_db" />
        </li>
      </ol>
      <div v-if="!store.locked" class="press">
        <n-button
          v-if="usable && !store.telemetry?.nuts_tight"
          type="primary"
          :loading="busy === 'nuts'"
          :disabled="busy !== ''"
          @click="during('nuts', () => store.nuts(true))"
          >Tighten and read</n-button
        >
        <n-button
          v-if="told.lock_after_db != null"
          :disabled="busy !== ''"
          @click="there ? during('nuts', () => store.nuts(false)) : store.loosenedAgain()"
          >Loosened again: the proof goes</n-button
        >
        <span v-if="told.loosened_count" class="quiet">taken back {{ times(told.loosened_count) }}</span>
      </div>
    </div>
    <live-figures :usable="usable" :best="view?.best_level_db ?? null" :before="told.lock_before_db" />
  </div>
  <h2>Push the rim at four places, from behind: during and after</h2>
  <p v-if="where" class="quiet">{{ where }}</p>
  <div class="both">
    <svg viewBox="-44 0 408 280" class="rim" role="img" aria-label="The rim from behind with its four places">
      <ellipse cx="160" cy="140" rx="86" ry="84" fill="var(--paper)" stroke="var(--ink)" stroke-width="2.5" />
      <rect x="146" y="122" width="28" height="36" rx="4" fill="var(--stream-tint)" stroke="var(--ink)" />
      <line x1="160" x2="160" y1="158" y2="262" stroke="var(--ink)" stroke-width="6" />
      <g v-for="one in SIDES" :key="one.side">
        <circle :cx="160 + (one.x - 160) * 0.7" :cy="140 + (one.y - 140) * 0.78" r="12" :fill="ink(one.side)" />
        <text
          :x="one.side === 'left' ? -42 : one.side === 'right' ? 362 : one.x + 24"
          :y="one.side === 'top' ? 26 : one.side === 'bottom' ? 262 : 112"
          :text-anchor="one.side === 'right' ? 'end' : 'start'"
          font-size="14"
          fill="var(--ink)"
        >
          <tspan font-weight="700">{{ one.side }}</tspan>
          {{ word(one.side) }}
        </text>
      </g>
    </svg>
    <div class="stack">
      <div v-if="usable" class="press">
        <n-button
          v-for="one in SIDES"
          :key="one.side"
          :loading="busy === one.side"
          :disabled="busy !== '' || !store.telemetry?.nuts_tight"
          @click="during(one.side, () => store.push(one.side))"
          >Push {{ one.side }}, read</n-button
        >
      </div>
      <div class="fields">
        <fact v-for="one in SIDES" :key="`d${one.side}`" :at="`peak.push_${one.side}_during_db`" hint="" />
        <fact v-for="one in SIDES" :key="one.side" :at="`peak.push_${one.side}_db`" />
      </div>
      <p v-if="off" class="way">
        <b>The pushes say: {{ off }}</b>
      </p>
      <p class="quiet">
        Once it is let go the level must come back within {{ db(hold) }}. On the top every push costs: what a push
        gains, the aim lacks on that side.
      </p>
    </div>
  </div>
  <wait-here v-if="onPage && told.lock_after_db != null" code="pointing_end" />
  <div class="fields wide">
    <fact v-if="job.facts.aim.spare_satellites?.length" at="peak.retest_db" />
    <fact at="peak.witness_text" />
  </div>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(200px, 300px);
  gap: 20px;
  align-items: start;
}
.stack {
  display: grid;
  gap: 8px;
  align-content: start;
}
.nuts {
  display: grid;
  gap: 8px;
  margin: 0;
  padding-left: 24px;
}
.nuts p {
  margin: 0;
  font-size: 14px;
}
.nuts label {
  display: flex;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
.press {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.rim {
  width: 100%;
  max-width: 380px;
  height: auto;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(130px, 1fr));
  gap: 10px;
}
.wide {
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
}
.way {
  margin: 0;
}
@media (max-width: 700px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
