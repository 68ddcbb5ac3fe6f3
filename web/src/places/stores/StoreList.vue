<script setup lang="ts">
/** All entries of a kind: found by name, copied, taken out with the way back, taken in and given out as files. */
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import client, { formOf, unwrap } from '@/api/client'
import FilePick from '@/fields/FilePick.vue'
import { type Entry, type Kind, kindOf, noteOf } from '@/places/stores/kinds'
import { useStores } from '@/places/stores/shelf'
import { usePrefs } from '@/stores/prefs'

const props = defineProps<{ kind: Kind }>()
const shelf = useStores()
const prefs = usePrefs()
const told = computed(() => kindOf(props.kind)!)
const sought = ref('')
const MANY = 12 // from there on a list is searched
const every = computed(() => shelf.entries(props.kind))
const rows = computed(() => {
  const wanted = sought.value.trim().toLowerCase()
  return every.value
    .map((one) => ({ one, note: noteOf(props.kind, one, prefs.system, shelf.roleName) }))
    .filter(({ one, note }) => `${String(one.name)} ${String(one.code)} ${note}`.toLowerCase().includes(wanted))
})
const out = ref<Entry | null>(null)
async function remove(one: Entry): Promise<void> {
  const path = { kind: props.kind, code: String(one.code) }
  const done = await shelf.during(
    async () => shelf.take(await unwrap(client.DELETE('/api/stores/{kind}/{code}', { params: { path } }))),
    '', // said below, with the way back
  )
  out.value = done ? one : null
}
async function putBack(): Promise<void> {
  const one = out.value
  if (one && (await shelf.during(() => shelf.put(props.kind, one), `${String(one.name)} is back.`))) out.value = null
}
const load = (file: File) =>
  shelf.during(
    async () =>
      shelf.take(
        await unwrap(
          client.POST('/api/stores/{kind}/import', {
            params: { path: { kind: props.kind } },
            body: { file: file as unknown as string },
            bodySerializer: formOf,
          }),
        ),
      ),
    `${file.name} is read.`,
  )
</script>

<template>
  <section class="leaf" :aria-label="told.title">
    <div class="row">
      <h2>{{ told.title }}</h2>
      <router-link class="new" :to="`/stores/${kind}?new=1`"
        ><n-button tag="span" size="small" type="primary">New</n-button></router-link
      >
      <n-input
        v-if="every.length > MANY"
        v-model:value="sought"
        class="find"
        clearable
        placeholder="Find"
        :input-props="{ 'aria-label': `Find in ${told.title}` }"
      />
      <file-pick
        :label="`Import ${told.title}`"
        text="Take in"
        accept=".json,.geojson,.xml,.tle,.txt"
        @files="load($event[0]!)"
      />
      <span class="out"
        >Give out <a :href="`/api/stores/${kind}/export`" download>JSON</a
        ><template v-if="kind === 'satellite'">
          <a href="/api/stores/beams/export" download>beams (GeoJSON)</a>
          <a href="/api/stores/omm/export" download>OMM</a>
          <a href="/api/stores/tle/export" download>TLE</a></template
        ></span
      >
    </div>
    <p v-if="kind === 'satellite'" class="quiet">
      Beams come as GeoJSON, elements of a geosynchronous satellite as OMM or TLE.
    </p>
    <p v-if="kind === 'constellation'" class="quiet">Elements of low orbits come as OMM or TLE, one file each.</p>
    <p v-if="out" class="row" role="status">
      {{ String(out.name) }} is taken out. <n-button size="small" @click="putBack">Put it back</n-button>
    </p>
    <table v-if="every.length" class="grid-table">
      <tbody>
        <tr v-for="{ one, note } in rows" :key="String(one.code)">
          <th scope="row">
            <router-link :to="`/stores/${kind}/${one.code}`">{{ one.name }}</router-link>
            <span v-if="one.template" class="tag">template</span>
            <span v-else-if="shelf.catalogue?.invented?.includes(`${kind}/${one.code}`)" class="tag"
              >a template’s figures</span
            >
          </th>
          <td>{{ note }}</td>
          <td>
            <div class="act">
              <router-link :to="`/stores/${kind}?new=1&of=${one.code}`"
                ><n-button tag="span" size="small">Copy</n-button></router-link
              ><n-button size="small" @click="remove(one)">Take out</n-button>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="quiet">Nothing is here yet.</p>
    <p v-if="every.length && !rows.length" class="quiet">Nothing has “{{ sought }}” in it.</p>
  </section>
</template>

<style scoped>
.find {
  max-width: 200px;
}
.new {
  margin-left: auto;
}

.grid-table th {
  color: var(--ink);
  font-size: 15px;
  white-space: nowrap;
}

.grid-table td,
.grid-table th {
  border-top: 1px solid var(--rule);
  vertical-align: middle;
}
.out {
  font-size: 14px;
  white-space: nowrap;
}
.out a {
  margin-left: 6px;
}
.act {
  white-space: nowrap;
  display: flex;
  gap: 8px;
  justify-content: flex-end;
}
@media (max-width: 600px) {
  th {
    white-space: normal;
  }
}
</style>
