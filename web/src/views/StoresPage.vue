<script setup lang="ts">
/** Satellites, terminals, cables and the firm's rules: read, edit, take in and give out. A new entry is data only. */
import { NButton } from 'naive-ui'
import { computed, ref, shallowRef } from 'vue'
import client, { ApiError, formOf, type Schemas, unwrap } from '@/api/client'

type Kind = 'satellite' | 'terminal' | 'cable' | 'instrument'
const KINDS: { kind: Kind; title: string }[] = [{ kind: 'satellite', title: 'Satellites and beams' }, { kind: 'terminal', title: 'Terminals' }, { kind: 'cable', title: 'Cables' }, { kind: 'instrument', title: 'Instruments' }]
const catalogue = shallowRef<Schemas['Catalogue'] | null>(null)
const firm = ref<Schemas['FirmOut'] | null>(null)
const rules = ref('')
const editing = ref<{ kind: Kind; text: string; isNew: boolean } | null>(null)
const trouble = ref('')
const said = ref('')
void unwrap(client.GET('/api/stores')).then((found) => { catalogue.value = found })
void unwrap(client.GET('/api/stores/firm')).then(showFirm)
function showFirm(found: Schemas['FirmOut']): void { firm.value = found; rules.value = JSON.stringify(found.rules, null, 1) }

const rows = computed<Record<Kind, { code: string; name: string; note: string; data: unknown }[]>>(() => ({
  satellite: (catalogue.value?.satellites ?? []).map((one) => ({ code: one.code, name: one.name, note: `${Math.abs(one.longitude_deg)}° ${one.longitude_deg < 0 ? 'W' : 'E'}, beams ${(one.beams ?? []).map((beam) => beam.letter).join(', ') || 'none'}`, data: one })),
  terminal: (catalogue.value?.terminals ?? []).map((one) => ({ code: one.code, name: one.name, note: `family ${one.family}, ${one.aperture_mm / 1000} m, ${one.polarization}, mast ${one.mast.least_mm} to ${one.mast.most_mm} mm`, data: one })),
  cable: (catalogue.value?.cables ?? []).map((one) => ({ code: one.code, name: one.name, note: `${one.loop_ohm_per_100m} Ω loop per 100 m, ${one.diameter_mm} mm, bends to ${one.bend_radius_mm} mm`, data: one })),
  instrument: (catalogue.value?.instruments ?? []).map((one) => ({ code: one.code, name: one.name, note: `${one.kind}, ${(one.checks ?? []).length} checks`, data: one })),
}))

async function during(ask: () => Promise<Schemas['Catalogue']>, done: string): Promise<boolean> {
  try {
    catalogue.value = await ask()
    trouble.value = ''
    said.value = done
    return true
  } catch (error) {
    if (!(error instanceof ApiError)) throw error
    trouble.value = error.faults.map((fault) => `${fault.field}: ${fault.message}`).join(' ')
    return false
  }
}
function edit(kind: Kind, data: unknown, isNew: boolean): void { editing.value = { kind, text: JSON.stringify(data, null, 1), isNew }; trouble.value = ''; said.value = '' }
async function save(): Promise<void> {
  const open = editing.value
  if (!open) return
  let data: Record<string, unknown>
  try { data = JSON.parse(open.text) as Record<string, unknown> } catch (error) { trouble.value = `This is not JSON: ${(error as Error).message}`; return }
  if (await during(() => unwrap(client.PUT('/api/stores/{kind}', { params: { path: { kind: open.kind } }, body: data })), `${String(data.name)} is saved.`)) editing.value = null
}
const remove = (kind: Kind, code: string) => during(() => unwrap(client.DELETE('/api/stores/{kind}/{code}', { params: { path: { kind, code } } })), `${code} is taken out.`)
async function load(kind: Kind, event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) await during(() => unwrap(client.POST('/api/stores/{kind}/import', { params: { path: { kind } }, body: { file: file as unknown as string }, bodySerializer: formOf })), `${file.name} is read.`)
  input.value = ''
}
async function saveFirm(): Promise<void> {
  if (!firm.value) return
  try {
    showFirm(await unwrap(client.PUT('/api/stores/firm', { body: { name: firm.value.name, address: firm.value.address, rules: JSON.parse(rules.value) as Record<string, unknown> } })))
    trouble.value = ''
    said.value = 'The firm’s rules are saved; open jobs are judged by them now.'
  } catch (error) {
    trouble.value = error instanceof ApiError ? error.faults.map((fault) => `${fault.field}: ${fault.message}`).join(' ') : `This is not JSON: ${(error as Error).message}`
  }
}
</script>

<template>
  <main class="stores">
    <h1>Stores</h1>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="said" role="status">{{ said }}</p>
    <section v-if="editing" class="block" aria-label="Editor">
      <h2>{{ editing.isNew ? 'New entry' : 'Change the entry' }}</h2>
      <textarea v-model="editing.text" rows="18" spellcheck="false" :aria-label="`${editing.kind} as JSON`" />
      <p class="row"><n-button type="primary" @click="save">Save</n-button><n-button @click="editing = null">Leave as it was</n-button></p>
    </section>
    <section v-for="{ kind, title } in KINDS" :key="kind" class="block" :aria-label="title">
      <div class="row"><h2>{{ title }}</h2>
        <label class="file">Take in <input type="file" accept=".json,.geojson,.xml,.tle,.txt" :aria-label="`Import ${title}`" @change="load(kind, $event)" /></label>
        <a :href="`/api/stores/${kind}/export`" download>Give out JSON</a><a v-if="kind === 'satellite'" href="/api/stores/beams/export" download>Beams as GeoJSON</a> <template v-if="kind === 'satellite'"><a href="/api/stores/omm/export" download>Elements as OMM</a> <a href="/api/stores/tle/export" download>as TLE</a></template>
      </div>
      <table class="grid-table"><tbody><tr v-for="one in rows[kind]" :key="one.code"><th scope="row">{{ one.name }}</th><td>{{ one.note }}</td><td><div class="act"><n-button size="small" @click="edit(kind, one.data, false)">Edit</n-button><n-button size="small" @click="edit(kind, { ...(one.data as object), code: `${one.code}-copy`, name: `${one.name} copy` }, true)">Copy</n-button><n-button size="small" @click="remove(kind, one.code)">Take out</n-button></div></td></tr></tbody></table>
    </section>
    <section v-if="firm" class="block" aria-label="Firm and house rules">
      <h2>Firm and house rules</h2>
      <div class="row"><label>Name<input v-model="firm.name" /></label><label class="grow">Address<input v-model="firm.address" /></label></div>
      <label>House rules<textarea v-model="rules" rows="14" spellcheck="false" aria-label="House rules as JSON" /></label>
      <p class="quiet small">Each rule is explained on the page of formulas; what is left out has its default.</p>
      <p><n-button type="primary" @click="saveFirm">Save the rules</n-button></p>
    </section>
  </main>
</template>

<style scoped>
.stores { width: min(1080px, 100%); margin: 0 auto; padding: 24px; display: grid; gap: 16px; }
h1 { font-size: 28px; }
textarea, input:not([type='file']) { font: inherit; color: var(--ink); background: var(--sheet); border: 1px solid var(--quiet); border-radius: 6px; padding: 6px 8px; width: 100%; }
textarea { font-family: ui-monospace, monospace; font-size: 13px; }
label { display: grid; gap: 4px; font-weight: 600; font-size: 14px; }
.file { margin-left: auto; display: flex; align-items: center; gap: 8px; }
.grow { flex: 1; }
th { color: var(--ink); font-size: 15px; white-space: nowrap; }
td, th { border-top: 1px solid var(--rule); vertical-align: middle; }
.act { text-align: right; white-space: nowrap; display: flex; gap: 8px; justify-content: flex-end; }
</style>
