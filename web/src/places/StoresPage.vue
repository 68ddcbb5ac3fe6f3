<script setup lang="ts">
/** Satellites, terminals, cables, instruments, brackets and the firm's rules: read, edit, take in and give out. A new entry is data only. */
import { NButton } from 'naive-ui'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { askAnew, keepStores, stores } from '@/api/cache'
import client, { ApiError, formOf, type Schemas, unwrap } from '@/api/client'
import FilePick from '@/fields/FilePick.vue'
import SchemaField from '@/fields/SchemaField.vue'
import ManualsPanel from '@/places/ManualsPanel.vue'
import { counted } from '@/lib/counted'
import { blankOf, type Node } from '@/lib/jsonSchema'

type Kind = 'satellite' | 'constellation' | 'terminal' | 'cable' | 'instrument' | 'bracket' | 'mount' | 'member'
type Entry = Record<string, unknown>
const KINDS: { kind: Kind; title: string }[] = [
  { kind: 'satellite', title: 'Satellites and beams' },
  { kind: 'constellation', title: 'Constellations of low orbits' },
  { kind: 'terminal', title: 'Terminals' },
  { kind: 'cable', title: 'Cables' },
  { kind: 'instrument', title: 'Instruments' },
  { kind: 'bracket', title: 'Brackets for spare feeds' },
  { kind: 'mount', title: 'Kinds of mount' },
  { kind: 'member', title: 'Crew, roles and certificates' },
]
const catalogue = shallowRef<Schemas['Catalogue'] | null>(null)
// Every screen that shows the stores has what is changed here, and judges with it.
watch(catalogue, (now) => {
  if (!now) return
  keepStores(now)
  void askAnew('calc')
})
const unread = computed(() => catalogue.value?.unread ?? [])
const firm = ref<Schemas['FirmOut'] | null>(null)
const rules = ref<Entry>({})
const words = ref<Entry>({})
const editing = ref<{ kind: Kind; data: Entry; isNew: boolean; asText: boolean; text: string } | null>(null)
const schemas = ref<Record<string, Node>>({})
const faults = ref<Record<string, string>>({})
const ruleFaults = ref<Record<string, string>>({})
const trouble = ref('')
const said = ref('')
const editor = ref<HTMLElement | null>(null)
void stores().then((found) => {
  catalogue.value ??= found // what was changed meanwhile is newer
})
void unwrap(client.GET('/api/stores/firm')).then((found) => {
  firm.value = found
  rules.value = found.rules as Entry
  words.value = found.words as Entry
})
void schemaOf('rules')
void schemaOf('words')
async function schemaOf(kind: Kind | 'rules' | 'words'): Promise<Node> {
  schemas.value[kind] ??= (await unwrap(
    client.GET('/api/stores/{kind}/schema', { params: { path: { kind } } }),
  )) as Node
  return schemas.value[kind]
}

const roleName = (code: string) =>
  ((words.value.roles ?? []) as { code: string; name: string }[]).find((one) => one.code === code)?.name ?? code
const rows = computed<Record<Kind, { code: string; name: string; note: string; data: unknown }[]>>(() => ({
  satellite: (catalogue.value?.satellites ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: `${Math.abs(one.longitude_deg)}° ${one.longitude_deg < 0 ? 'W' : 'E'}, ${(one.beams ?? []).length ? `beams ${(one.beams ?? []).map((beam) => beam.letter).join(', ')}` : 'no beams entered'}`,
    data: one,
  })),
  terminal: (catalogue.value?.terminals ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: `family ${one.family}, ${one.panel ? `panel, cone ${one.panel.cone_half_deg}° over ${one.panel.least_elevation_deg}°` : `${one.aperture_mm / 1000} m, ${one.polarization}`}, mast ${one.mast.least_mm} to ${one.mast.most_mm} mm`,
    data: one,
  })),
  constellation: (catalogue.value?.constellations ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: [
      ...(one.shells ?? []).map(
        (shell) => `${shell.plane_count * shell.per_plane_count} at ${shell.altitude_km} km, ${shell.inclination_deg}°`,
      ),
      ...((one.elements ?? []).length ? [`${(one.elements ?? []).length} satellites by elements`] : []),
    ].join('; '),
    data: one,
  })),
  cable: (catalogue.value?.cables ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: `${one.loop_ohm_per_100m} Ω loop per 100 m, ${one.diameter_mm} mm, bends to ${one.bend_radius_mm} mm`,
    data: one,
  })),
  instrument: (catalogue.value?.instruments ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: `${one.kind}, ${counted((one.checks ?? []).length, 'check')}`,
    data: one,
  })),
  bracket: (catalogue.value?.brackets ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: `${one.least_mm} to ${one.most_mm} mm from the main feed, holds ${one.feed_count}`,
    data: one,
  })),
  member: (catalogue.value?.members ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: [
      (one.roles ?? []).map((role) => roleName(role)).join(', ') || 'no role yet',
      ...(one.certificates ?? [])
        .filter((paper) => paper.expires_on)
        .map((paper) => `${roleName(paper.role)} until ${paper.expires_on}`),
    ].join('; '),
    data: one,
  })),
  mount: (catalogue.value?.mounts ?? []).map((one) => ({
    code: one.code,
    name: one.name,
    note: `${one.drills ? 'drilled' : 'no holes'}, ${one.permanent ? 'for good' : 'for trials'}, up to ${one.most_height_m} m and ${one.most_aperture_mm / 1000} m of antenna`,
    data: one,
  })),
}))

/** Runs a change; its faults go to their fields, what has no field on the screen is said above. */
async function during<T>(ask: () => Promise<T>, done: string, into = faults): Promise<T | null> {
  try {
    const told = await ask()
    trouble.value = ''
    into.value = {}
    said.value = done
    return told
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    into.value = Object.fromEntries(error.faults.map((fault) => [fault.field, fault.message]))
    trouble.value = error.faults.map((fault) => `${fault.field}: ${fault.message}`).join(' ')
    said.value = ''
    return null
  }
}
async function edit(kind: Kind, data: unknown, isNew: boolean): Promise<void> {
  const schema = await schemaOf(kind)
  const whole = (data ?? blankOf(schema, schema.$defs ?? {})) as Entry
  editing.value = { kind, data: structuredClone(whole), isNew, asText: false, text: '' }
  trouble.value = ''
  said.value = ''
  faults.value = {}
  await nextTick()
  editor.value?.scrollIntoView({ block: 'start' })
  editor.value?.querySelector<HTMLInputElement>('input')?.focus({ preventScroll: true })
}
function turn(): void {
  const open = editing.value
  if (!open) return
  if (!open.asText) {
    open.text = JSON.stringify(open.data, null, 1)
    open.asText = true
    return
  }
  const data = parsed(open.text)
  if (data) {
    open.data = data
    open.asText = false
  }
}
function parsed(text: string): Entry | null {
  try {
    trouble.value = ''
    return JSON.parse(text) as Entry
  } catch (error) {
    trouble.value = `This is not JSON: ${(error as Error).message}`
    return null
  }
}
async function save(): Promise<void> {
  const open = editing.value
  const data = open && (open.asText ? parsed(open.text) : open.data)
  if (!open || !data) return
  const told = await during(
    () => unwrap(client.PUT('/api/stores/{kind}', { params: { path: { kind: open.kind } }, body: data })),
    `${String(data.name)} is saved.`,
  )
  if (told) {
    catalogue.value = told
    editing.value = null
  }
}
async function begin(): Promise<void> {
  catalogue.value =
    (await during(() => unwrap(client.POST('/api/stores/starter')), 'Templates are in the stores.')) ?? catalogue.value
}
async function remove(kind: Kind, code: string): Promise<void> {
  catalogue.value =
    (await during(
      () => unwrap(client.DELETE('/api/stores/{kind}/{code}', { params: { path: { kind, code } } })),
      `${code} is taken out.`,
    )) ?? catalogue.value
}
async function load(kind: Kind, file: File): Promise<void> {
  catalogue.value =
    (await during(
      () =>
        unwrap(
          client.POST('/api/stores/{kind}/import', {
            params: { path: { kind } },
            body: { file: file as unknown as string },
            bodySerializer: formOf,
          }),
        ),
      `${file.name} is read.`,
    )) ?? catalogue.value
}
async function saveFirm(): Promise<void> {
  const now = firm.value
  if (!now) return
  const told = await during(
    () =>
      unwrap(
        client.PUT('/api/stores/firm', {
          body: { name: now.name, address: now.address, rules: rules.value, words: words.value },
        }),
      ),
    'The firm’s words and rules are saved; open jobs are judged by them now.',
    ruleFaults,
  )
  if (told) {
    firm.value = told
    rules.value = told.rules as Entry
    words.value = told.words as Entry
  }
}
</script>

<template>
  <main class="stores">
    <h1>Stores</h1>
    <p class="quiet">
      Beams come as GeoJSON, elements as OMM or TLE: of a geosynchronous satellite under Satellites, of low orbits under
      Constellations (one file a constellation).
    </p>
    <p v-for="one in unread" :key="`${one.kind}-${one.code}`" class="trouble" role="alert">
      The {{ one.kind }} “{{ one.code }}” cannot be read by this version and is left out: {{ one.message }}
    </p>
    <p v-if="trouble && !editing" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="said" role="status">{{ said }}</p>
    <section v-if="catalogue && !catalogue.terminals.length" class="block" aria-label="First steps">
      <h2>The first ten minutes</h2>
      <ol>
        <li>
          Lay templates into the stores: invented dishes, a panel, a satellite and cables, to copy from.
          <n-button type="primary" size="small" @click="begin">Begin with templates</n-button>
        </li>
        <li>Copy a template, put in the maker’s figures, and take its tick “Template” out.</li>
        <li>
          Enter the crew under “Crew, roles and certificates”, and the firm’s name and rules at the end of this page.
        </li>
        <li>Go to <router-link to="/jobs">Jobs</router-link> and press New job.</li>
      </ol>
    </section>
    <section v-if="editing" ref="editor" class="block" aria-label="Editor">
      <div class="row">
        <h2>{{ editing.isNew ? 'New entry' : `Change ${String(editing.data.name)}` }}</h2>
        <button type="button" class="link" @click="turn">{{ editing.asText ? 'As a form' : 'As JSON' }}</button>
      </div>
      <textarea
        v-if="editing.asText"
        v-model="editing.text"
        rows="18"
        spellcheck="false"
        :aria-label="`${editing.kind} as JSON`"
      />
      <schema-field
        v-else-if="schemas[editing.kind]"
        :key="`${editing.kind}-${String(editing.isNew)}`"
        name=""
        :node="schemas[editing.kind]!"
        :defs="schemas[editing.kind]!.$defs ?? {}"
        :value="editing.data"
        path=""
        :faults="faults"
        bare
        @change="editing.data = $event as Entry"
      />
      <p class="row">
        <n-button type="primary" @click="save">Save</n-button
        ><n-button @click="editing = null">Leave as it was</n-button
        ><span v-if="trouble" class="fault" role="alert">{{ trouble }}</span>
      </p>
    </section>
    <section v-for="{ kind, title } in KINDS" :key="kind" class="block" :aria-label="title">
      <div class="row">
        <h2>{{ title }}</h2>
        <file-pick
          class="file"
          :label="`Import ${title}`"
          text="Take in"
          accept=".json,.geojson,.xml,.tle,.txt"
          @files="load(kind, $event[0]!)"
        />
        <n-button size="small" @click="edit(kind, null, true)">New</n-button
        ><span class="out"
          >Give out <a :href="`/api/stores/${kind}/export`" download>JSON</a
          ><template v-if="kind === 'satellite'">
            <a href="/api/stores/beams/export" download>beams (GeoJSON)</a>
            <a href="/api/stores/omm/export" download>OMM</a>
            <a href="/api/stores/tle/export" download>TLE</a></template
          ></span
        >
      </div>
      <table class="grid-table">
        <tbody>
          <tr v-for="one in rows[kind]" :key="one.code">
            <th scope="row">{{ one.name }}</th>
            <td>{{ one.note }}</td>
            <td>
              <div class="act">
                <n-button size="small" @click="edit(kind, one.data, false)">Edit</n-button
                ><n-button
                  size="small"
                  @click="
                    edit(kind, { ...(one.data as object), code: `${one.code}-copy`, name: `${one.name} copy` }, true)
                  "
                  >Copy</n-button
                ><n-button size="small" @click="remove(kind, one.code)">Take out</n-button>
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <manuals-panel :terminals="catalogue?.terminals ?? []" />
    <section v-if="firm" class="block" aria-label="Firm and house rules">
      <h2>Firm and house rules</h2>
      <div class="row">
        <label>Name<input v-model="firm.name" /></label
        ><label class="grow">Address<input v-model="firm.address" /></label>
      </div>
      <schema-field
        v-if="schemas.rules"
        name="House rules"
        :node="schemas.rules"
        :defs="schemas.rules.$defs ?? {}"
        :value="rules"
        path=""
        :faults="ruleFaults"
        bare
        @change="rules = $event as Entry"
      />
      <p><n-button type="primary" @click="saveFirm">Save the rules</n-button></p>
      <h2>The house’s words</h2>
      <p class="quiet">
        Needs, hazards, checks and likely causes as your crew says them. A job keeps the code, so a word can be put
        better later; one that is taken out stays in the jobs that have it and is not asked any more.
      </p>
      <schema-field
        v-if="schemas.words"
        name="The house’s words"
        :node="schemas.words"
        :defs="schemas.words.$defs ?? {}"
        :value="words"
        path=""
        :faults="ruleFaults"
        bare
        @change="words = $event as Entry"
      />
      <p><n-button type="primary" @click="saveFirm">Save the words</n-button></p>
    </section>
  </main>
</template>

<style scoped>
.stores {
  width: min(1080px, 100%);
  margin: 0 auto;
  padding: 24px;
  display: grid;
  gap: 16px;
}
h1 {
  font-size: 28px;
}
textarea,
input:not([type='file']) {
  width: 100%;
}
textarea {
  font-family: ui-monospace, monospace;
  font-size: 13px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: 14px;
}
.file {
  margin-left: auto;
}
.fault {
  color: var(--rust);
  font-weight: 600;
}
.grow {
  flex: 1;
}
th {
  color: var(--ink);
  font-size: 15px;
  white-space: nowrap;
}
.stores td,
.stores th {
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
  text-align: right;
  white-space: nowrap;
  display: flex;
  gap: 8px;
  justify-content: flex-end;
}
</style>
