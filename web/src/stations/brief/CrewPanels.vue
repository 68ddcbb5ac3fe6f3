<script setup lang="ts">
/** Who does the work and what each may do; what is dangerous on the site, what it stops, and who has released it. */
import { computed } from 'vue'
import Fact from '@/fields/Fact.vue'
import RowGrid from '@/fields/RowGrid.vue'
import { columnsOf } from '@/fields/rows'
import LeafPart from '@/frame/LeafPart.vue'
import VerdictStone from '@/frame/VerdictStone.vue'
import { counted } from '@/lib/counted'
import { useJob } from '@/stores/job'
import { usePrefs } from '@/stores/prefs'

const store = useJob()
const prefs = usePrefs()
const job = computed(() => store.job!)
const brief = computed(() => job.value.facts.brief)
const teams = computed(() => (store.catalogue?.teams ?? []).map((one) => ({ label: one.name, value: one.code })))
const people = computed(() => (store.catalogue?.members ?? []).map((one) => ({ value: one.code, label: one.name })))
const stopping = computed(() => (job.value.assessment.stops ?? []).filter((one) => one.there))
const columns = computed(() =>
  columnsOf(
    'brief.releases',
    {
      key: 'hazard',
      choices: (job.value.assessment.stops ?? []).map((one) => ({ value: one.hazard, label: one.name })),
    },
    { key: 'by', main: true },
    'how',
    'on',
  ),
)
const paper = (kind: string) => `/api/jobs/${store.number}/method.${kind}?units=${prefs.system}`
</script>

<template>
  <leaf-part leaf="crew" title="Who does the work" :note="counted(brief.crew?.length ?? 0, 'person', 'people')">
    <div class="fields"><fact at="brief.done_by" /></div>
    <fact v-if="people.length" at="brief.crew" :options="people" />
    <p v-else class="quiet" data-fact="brief.crew">
      Nobody is in <router-link to="/stores">Stores</router-link> yet: enter the crew there, with roles and
      certificates.
    </p>
    <div class="fields">
      <fact at="brief.team_code" :options="teams" />
      <fact at="brief.travel_h" />
    </div>
    <ul v-if="job.assessment.crew?.length" class="people" aria-label="Roles and certificates">
      <li v-for="one in job.assessment.crew" :key="one.name">
        <b>{{ one.name }}</b> <span class="quiet small">{{ one.contact }}</span>
        <span v-for="role in one.roles" :key="role.name" class="role"
          ><verdict-stone :verdict="role.holds ? 'clear' : 'mind'" :size="14" /> {{ role.name
          }}<span v-if="role.said" class="quiet small">, {{ role.said }}</span></span
        >
      </li>
    </ul>
  </leaf-part>
  <leaf-part leaf="crew" title="Risk assessment" :note="counted(brief.hazards?.length ?? 0, 'hazard')">
    <fact at="brief.hazards" />
    <fact at="brief.hazards_sought" />
    <template v-if="brief.hazards?.length">
      <h2>Cautions seen by everyone who goes</h2>
      <fact at="brief.cautions_seen" :only="brief.hazards" with-text="text" />
    </template>
    <div class="stopped" data-fact="brief.releases">
      <h2>What is stopped, and who has released it</h2>
      <p v-for="one in stopping" :key="one.hazard" class="caution">
        <b>{{ one.name }}: no {{ one.works }}</b> until somebody competent releases it. {{ one.released_by }}
      </p>
      <p v-if="!stopping.length" class="quiet">Nothing that is ticked stops any work.</p>
      <row-grid
        v-else
        name="releases"
        title="Releases"
        :columns="columns"
        :rows="brief.releases ?? []"
        :blank="{
          hazard:
            stopping.find((one) => !brief.releases?.some((row) => row.hazard === one.hazard))?.hazard ??
            stopping[0]?.hazard ??
            '',
          on: brief.date,
        }"
        add-label="Add a release"
      />
    </div>
    <div class="fields">
      <fact at="brief.assessed_by" />
      <fact at="brief.assessed_on" />
      <fact at="brief.climber" />
      <fact at="brief.climber_contact" />
      <fact v-if="store.aloft" at="mount.rescue" />
    </div>
    <p class="row">
      <a :href="paper('html')" target="_blank">Method statement</a>
      <a :href="paper('pdf')" target="_blank">PDF to print and sign</a>
    </p>
    <p class="quiet small">
      The list of hazards, what each stops and the roles are the firm’s own: they are changed in Stores. Local codes and
      licensed people prevail.
    </p>
  </leaf-part>
</template>

<style scoped>
.people {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 12px;
}
.people li {
  border: 1px solid var(--rule);
  border-radius: 6px;
  padding: 10px 12px;
}
.stopped {
  display: grid;
  gap: 12px;
}
.role {
  display: block;
  margin-top: 4px;
}
.role svg {
  vertical-align: -2px;
}
</style>
