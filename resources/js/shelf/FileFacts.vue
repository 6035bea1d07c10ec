<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import { bytes, sourceName, valueText } from '../app/format'
import { client, type Body } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { useSend } from '../app/useSend'
import type { FileAnswer } from '../generated/api'
import { factNames, isSize } from './names'

const props = defineProps<{ file: number; facts: FileAnswer['facts']; typed: string[] }>()
const { send, refused } = useSend()
type Typed = Body<'/shelf/{package}/facts'>

const typable: Typed['name'][] = [
  'kind',
  'family',
  'version',
  'codenames',
  'models',
  'excludes',
  'chipsets',
  'architecture',
  'buildId',
  'release',
  'patchLevel',
  'channel',
  'firmwareMin',
  'vendorMin',
  'recoveryFamily',
  'recoveryMin',
  'recoveryAbilities',
  'preInstall',
  'abilities',
  'fileSystem',
  'partition',
  'partOf',
  'region',
  'after',
  'sha256',
  'sha1',
  'md5',
]
const name = ref<Typed['name'] | ''>('')
const value = ref('')

/** One row per name and value; the sources that agree stand together. */
const rows = computed(() => {
  const merged = new Map<string, { name: string; value: string; sources: string[] }>()
  for (const fact of props.facts) {
    const text =
      fact.name === 'buildTime' && typeof fact.value === 'number'
        ? new Date(fact.value * 1000).toISOString().slice(0, 10)
        : isSize(fact.name) && typeof fact.value === 'number'
          ? bytes(fact.value)
          : valueText(fact.value)
    const row = merged.get(`${fact.name}=${text}`) ?? { name: fact.name, value: text, sources: [] }
    row.sources.push(
      fact.source === 'file' || fact.source === 'list'
        ? fact.where || 'file'
        : (sourceName[fact.source] ?? fact.source),
    )
    merged.set(`${fact.name}=${text}`, row)
  }
  return [...merged.values()]
})

async function enter(): Promise<void> {
  if (name.value === '') return
  const params = { path: { package: props.file } }
  const body = { name: name.value, value: value.value }
  if (await send(() => client.POST('/shelf/{package}/facts', { params, body }))) value.value = ''
}
</script>

<template>
  <div class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('shelf.fileFacts.says') }}</th>
          <th>{{ t('common.value') }}</th>
          <th>{{ t('shelf.fileFacts.whereSaysSo') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name + row.value">
          <td>{{ factNames[row.name] ?? row.name }}</td>
          <td class="mono small wrap">{{ row.value }}</td>
          <td class="small mute">{{ row.sources.join(', ') }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <form class="enter" @submit.prevent="enter">
    <label
      >{{ t('shelf.fileFacts.youKnow') }}
      <select v-model="name" name="fact">
        <option v-for="one in typable" :key="one" :value="one">
          {{ factNames[one] ?? one }}{{ typed.includes(one) ? t('shelf.fileFacts.typed') : '' }}
        </option>
      </select></label
    >
    <label
      >{{ t('shelf.fileFacts.is') }}
      <input v-model="value" name="value" :placeholder="t('shelf.fileFacts.emptyTakesBack')"
    /></label>
    <button type="submit" class="btn small" :disabled="name === ''">{{ t('common.keepValue') }}</button>
  </form>
  <ErrorNote class="mt-3" :error="refused" />
</template>

<style scoped>
.enter {
  display: flex;
  gap: 8px;
  align-items: end;
  flex-wrap: wrap;
  margin-top: 10px;
}
.enter label {
  display: grid;
  gap: 2px;
  font-size: 12.5px;
  color: var(--mute);
}
</style>
