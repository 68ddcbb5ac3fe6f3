<script setup lang="ts">
/** The findings of a station, worst first: figure against limit, the reason, and what would clear it. */
import type { Schemas } from '@/api/client'
import { computed } from 'vue'
import { useGuided } from '@/frame/guided'
import { against } from '@/lib/finding'
import { wayTo } from '@/frame/leaves'
import { VERDICT_WORD } from '@/lib/verdict'
import type { Station } from '@/router'
import { closeUp } from '@/lib/quantity'
import { usePrefs } from '@/stores/prefs'
import VerdictStone from '@/frame/VerdictStone.vue'
import WordText from '@/frame/WordText.vue'

const props = defineProps<{ findings: Schemas['Finding'][]; station: Station; number: string }>()
const prefs = usePrefs()
/** The address of the entry that changes a finding; none where there is no such entry. */
const way = (at: string | undefined) => (at ? wayTo(at, props.station, props.number)?.to : undefined) ?? ''
const guided = useGuided()
/** An owner reads what there is to do; what is clear says so by its stone. */
const shown = computed(() => (guided.value ? props.findings.filter((one) => one.level !== 'clear') : props.findings))
const WAYS = { hold: 'Change it', mind: 'Change it', unknown: 'Enter it', clear: 'Where it is entered' }
</script>

<template>
  <aside id="findings" class="margin" aria-label="Findings" tabindex="0">
    <h2 class="visually-hidden">Findings</h2>
    <p v-if="guided && findings.length && shown.length === 0" class="quiet">Nothing is open here.</p>
    <p v-if="findings.length === 0" class="quiet">Nothing to say yet. Findings appear here as you enter figures.</p>
    <article v-for="finding in shown" :key="`${finding.code} ${finding.message}`" :class="['note', finding.level]">
      <header>
        <verdict-stone :verdict="finding.level" /><span class="word">{{ VERDICT_WORD[finding.level] }}</span>
        <span v-if="against(finding, prefs.system).figure" class="against" :title="finding.source"
          >{{ closeUp(against(finding, prefs.system).figure)
          }}<span v-if="against(finding, prefs.system).limit" class="quiet limit">{{
            closeUp(against(finding, prefs.system).limit)
          }}</span></span
        >
      </header>
      <h3>{{ finding.message }}</h3>
      <p v-if="finding.why"><word-text :text="finding.why" /></p>
      <p v-if="finding.clears_by" class="clears"><word-text :text="finding.clears_by" /></p>
      <p v-if="finding.level !== 'clear' && way(finding.at)">
        <router-link class="way" :to="way(finding.at)" :aria-label="`${WAYS[finding.level]}: ${finding.message}`">{{
          WAYS[finding.level]
        }}</router-link>
      </p>
      <p v-if="finding.source && !guided" class="quiet small">{{ finding.source }}</p>
    </article>
  </aside>
</template>

<style scoped>
.margin {
  position: sticky;
  top: 0;
  align-self: flex-start;
  max-height: 100vh;
  overflow-y: auto;
  width: 280px;
  flex: none;
  padding: 20px 16px;
  display: grid;
  gap: 16px;
  align-content: start;
}
.note {
  border-top: 3px solid var(--rule);
  padding-top: 8px;
  display: grid;
  gap: 4px;
  align-content: start;
  font-size: 14px;
}
.note.hold {
  border-color: var(--rust);
}
.note.mind {
  border-color: var(--ochre);
}
.note.clear {
  border-color: var(--stream);
}
header {
  display: flex;
  align-items: flex-start;
  gap: 8px;
}
.word {
  font-weight: 700;
}
.hold .word {
  color: var(--rust);
}
.mind .word {
  color: var(--ochre);
}
.clear .word {
  color: var(--stream);
}
.against {
  margin-left: auto;
  font-weight: 700;
  text-align: right;
}
.against .limit {
  display: block;
  font-weight: 400;
}
h3 {
  font-size: 15px;
  line-height: 1.3;
}
.clears {
  font-weight: 600;
}
.way {
  display: inline-block;
  min-height: 32px;
  padding: 4px 0;
  font-weight: 600;
}
@media (max-width: 1100px) {
  .margin {
    position: static;
    align-self: stretch;
    max-height: none;
    width: 100%;
    grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
    border-top: 1px solid var(--rule);
  }
}
</style>
