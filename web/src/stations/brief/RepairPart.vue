<script setup lang="ts">
/** A repair: what is seen, where to look first, what to bring, and the job as it was handed over beside it. */
import { computed } from 'vue'
import { useAsked } from '@/api/cache'
import client, { unwrap } from '@/api/client'
import Fact from '@/fields/Fact.vue'
import LeafPart from '@/frame/LeafPart.vue'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const brief = computed(() => store.job!.facts.brief)
const found = computed(() => store.job!.assessment.repair)
const faults = computed(() =>
  (store.job!.facts.picks.words?.repair_faults ?? []).map((one) => ({ value: one.code, label: one.name })),
)
const { data: sheet } = useAsked(
  () => ['handed-over', store.number, prefs.system],
  () =>
    unwrap(
      client.GET('/api/jobs/{number}/handed-over', {
        params: { path: { number: store.number }, query: { units: prefs.system } },
      }),
    ),
  () => Boolean(brief.value.follows),
)
</script>

<template>
  <leaf-part v-if="brief.follows" leaf="repair">
    <p data-fact="brief.follows">
      Repairs job <router-link :to="`/jobs/${brief.follows}/handover/later`">{{ brief.follows }}</router-link>, as it
      was handed over.
    </p>
    <div class="fields">
      <fact at="brief.repair_reason" />
      <fact at="brief.repair_found_code" :options="faults" hint="Entered once it is found: the firm learns from it" />
    </div>
    <div class="two">
      <section class="stack">
        <fact at="brief.repair_seen" />
      </section>
      <section class="stack">
        <h2>Where to look first</h2>
        <p v-if="!found?.faults.length" class="quiet">Tick what is seen: ask on the telephone before anybody drives.</p>
        <ol v-else>
          <li v-for="one in found.faults" :key="one.code">
            <b>{{ one.name }}</b> <span class="quiet small">{{ one.fits.join(', ').toLowerCase() }}</span>
            <p>{{ one.tells }}</p>
            <p>{{ one.do }}</p>
            <p v-if="one.bring.length" class="small">Bring: {{ one.bring.join(', ') }}.</p>
          </li>
        </ol>
        <p v-if="found?.bring.length"><b>For all of them bring</b> {{ found.bring.join(', ') }}.</p>
        <p v-if="found?.faults.length" class="quiet small">
          In the order of how much each explains: no likelihood, only its test tells.
        </p>
      </section>
    </div>
    <section v-for="one in sheet?.blocks ?? []" :key="one.code" class="block">
      <h2>{{ one.heading }}</h2>
      <table v-if="one.rows?.length" class="grid-table" :aria-label="one.heading">
        <tbody>
          <tr v-for="row in one.rows" :key="row.what">
            <th scope="row">{{ row.what }}</th>
            <td>{{ row.value }}</td>
          </tr>
        </tbody>
      </table>
      <component :is="one.numbered ? 'ol' : 'ul'" v-if="one.lines?.length" class="lines">
        <li v-for="line in one.lines" :key="line">{{ line }}</li>
      </component>
    </section>
    <p>
      <a class="file" :href="`/api/jobs/${brief.follows}/card.pdf?kind=repair&units=${prefs.system}`" target="_blank"
        >Repair card to print</a
      >
    </p>
  </leaf-part>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 24px;
}
ol {
  margin: 0;
  padding-left: 24px;
}
li + li {
  margin-top: 10px;
}
.lines li + li {
  margin-top: 2px;
}
th {
  width: 40%;
}
.file {
  font-weight: 600;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
