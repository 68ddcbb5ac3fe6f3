<script setup lang="ts">
/** The kinds of mount for what it stands on: those that suit first, the others with what speaks against them. */
import { computed } from 'vue'
import KindPicture from '@/stations/mount/KindPicture.vue'
import Fact from '@/fields/Fact.vue'
import { closeUp, formatQuantity } from '@/lib/quantity'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const options = computed(() => store.job?.assessment.mount_options ?? [])
const chosen = computed(() => store.job?.assessment.mount_kind ?? null)
const planned = computed(() => store.job?.facts.sky.position_letter ?? '')
const every = computed(() => (store.catalogue?.mounts ?? []).map((one) => ({ label: one.name, value: one.code })))
const show = (value: number, unit: 'm' | 'kg') => formatQuantity(value, unit, prefs.system)
const choose = (code: string) => store.patch({ mount_code: code })
</script>

<template>
  <div class="fields">
    <fact at="brief.surface" :hint="planned ? 'Position ' + planned + ' may have its own' : ''" />
  </div>
  <p v-if="!options.length" class="quiet">
    Say what the mount stands on: the kinds that suit it come first, the others with what speaks against them.
  </p>
  <ul v-else class="kinds" aria-label="Kinds of mount for this surface">
    <li
      v-for="one in options"
      :key="one.kind.code"
      :class="{ against: !one.suits, taken: one.kind.code === chosen?.code }"
    >
      <button
        type="button"
        :disabled="store.locked"
        :aria-pressed="one.kind.code === chosen?.code"
        @click="choose(one.kind.code)"
      >
        <kind-picture :kind="one.kind" />
        <span class="words">
          <b>{{ one.kind.name }}</b>
          <span class="quiet">
            {{ one.kind.drills ? 'drilled' : 'no holes' }}, {{ one.kind.permanent ? 'for good' : 'for a time' }}, up to
            {{ show(one.kind.most_height_m, 'm')
            }}{{ show(one.kind.mass_kg, 'kg') !== show(0, 'kg') ? `, weighs ${show(one.kind.mass_kg, 'kg')}` : '' }}
          </span>
          <span v-if="one.suits">{{ one.kind.needs }}</span>
          <span v-else class="warn">{{ closeUp(one.against.join('; ')) }}</span>
        </span>
        <span class="mark">{{
          one.kind.code === chosen?.code ? 'Chosen' : one.suits ? 'Suits' : 'Speaks against it'
        }}</span>
      </button>
    </li>
  </ul>
  <div class="fields"><fact at="mount.mount_code" :options="every" /></div>
  <p v-if="chosen?.caution" class="caution"><b>Caution:</b> {{ chosen.caution }}</p>
</template>

<style scoped>
.kinds {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
button {
  display: flex;
  align-items: center;
  gap: 12px;
  width: 100%;
  min-height: 48px;
  padding: 6px 12px 6px 6px;
  text-align: left;
  font: inherit;
  color: inherit;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 6px;
  cursor: pointer;
}
button:disabled {
  cursor: default;
}
.taken button {
  border: 2px solid var(--stream);
  background: var(--stream-tint);
}
.words {
  display: grid;
  gap: 2px;
  flex: 1;
  min-width: 0;
}
.mark {
  font-weight: 600;
  white-space: nowrap;
}
.against .mark,
.warn {
  color: var(--rust);
}
@media (max-width: 600px) {
  .mark {
    display: none;
  }
}
</style>
