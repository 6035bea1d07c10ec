<script setup lang="ts">
import { ref } from 'vue'
import { t } from './i18n'
import type { SetAsideAnswer } from '../generated/api'
import { client } from './client'
import ErrorNote from './ErrorNote.vue'
import TopBar from './TopBar.vue'
import { useAnswer } from './useAnswer'
import { useSend } from './useSend'

/** What is kept and cannot be read: mended as text, or deleted after a second press. */
type Row = SetAsideAnswer['rows'][number]
const kinds: Record<Row['kind'], string> = {
  sheet: t('app.setAside.sheet'),
  phone: t('app.setAside.phone'),
  job: t('app.setAside.job'),
  run: t('app.setAside.run'),
  setting: t('app.setAside.setting'),
}
const { data, error } = useAnswer('/set-aside')
const { send, refused, busy, forget } = useSend()
const opened = ref('')
const text = ref('')
const doomed = ref('')
const keyOf = (row: Row): string => `${row.kind} ${row.id}`

function open(row: Row): void {
  forget()
  opened.value = keyOf(row)
  text.value = row.stored
}

async function mend(row: Row): Promise<void> {
  const params = { path: { kind: row.kind, id: row.id } }
  if (await send(() => client.PUT('/set-aside/{kind}/{id}', { params, body: { stored: text.value } })))
    opened.value = ''
}

async function remove(row: Row): Promise<void> {
  if (doomed.value !== keyOf(row)) {
    doomed.value = keyOf(row)
    return
  }
  const params = { path: { kind: row.kind, id: row.id } }
  await send(() => client.DELETE('/set-aside/{kind}/{id}', { params }))
  doomed.value = ''
}
</script>

<template>
  <TopBar>
    <h1>{{ t('app.setAside.title') }}</h1>
  </TopBar>
  <div class="page">
    <ErrorNote :error="error ?? refused" />
    <p v-if="data?.rows.length === 0" class="empty">{{ t('app.setAside.none') }}</p>
    <p v-else class="intro">{{ t('app.setAside.intro') }}</p>
    <article v-for="row in data?.rows ?? []" :key="keyOf(row)" class="row">
      <h2>
        {{ kinds[row.kind] }} <span class="mono">{{ row.name }}</span>
      </h2>
      <p>{{ row.problem }}</p>
      <template v-if="opened === keyOf(row)">
        <label class="small" for="stored">{{ t('app.setAside.stored') }}</label>
        <textarea id="stored" v-model="text" class="mono" rows="14" spellcheck="false"></textarea>
      </template>
      <div class="acts">
        <button v-if="row.mendable && opened !== keyOf(row)" type="button" class="btn" @click="open(row)">
          {{ t('app.setAside.mend') }}
        </button>
        <template v-else-if="row.mendable">
          <button type="button" class="btn act" :disabled="busy" @click="mend(row)">
            {{ t('app.setAside.save') }}
          </button>
          <button type="button" class="btn" @click="opened = ''">{{ t('app.setAside.leave') }}</button>
        </template>
        <button type="button" class="btn gone" :disabled="busy" @click="remove(row)">
          {{ doomed === keyOf(row) ? t('app.setAside.deleteSure') : t('app.setAside.delete') }}
        </button>
      </div>
    </article>
  </div>
</template>

<style scoped>
.page {
  padding: 16px 24px;
  max-width: 860px;
}
.intro {
  margin-bottom: 14px;
}
.row {
  border-top: 1px solid var(--line);
  padding: 12px 0 16px;
}
.row p {
  margin: 4px 0 8px;
  overflow-wrap: anywhere;
}
textarea {
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 8px;
  background: var(--paper);
  color: var(--ink);
  font-size: 13px;
}
.acts {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.gone {
  color: var(--plum);
}
</style>
