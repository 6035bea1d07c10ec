<script setup lang="ts">
import { refDebounced, useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { t } from './i18n'
import type { SearchAnswer } from '../generated/api'
import ErrorNote from './ErrorNote.vue'
import { useAnswer } from './useAnswer'

type Hit = SearchAnswer['hits'][number]

const PAUSE_MS = 120
const router = useRouter()
const open = ref(false)
const wanted = ref('')
const asked = refDebounced(wanted, PAUSE_MS)
const at = ref(0)
const { data, error } = useAnswer('/search', () => (open.value ? { query: { q: asked.value } } : null))
const hits = computed<Hit[]>(() => data.value?.hits ?? [])
const active = computed(() => hits.value[at.value])
watch(hits, () => (at.value = 0))

const kinds: Record<Hit['kind'], string> = {
  page: 'page',
  phone: 'phone',
  job: 'job',
  file: 'file',
  run: 'run',
  sheet: 'model',
  rule: 'rule',
  trouble: 'trouble',
  article: 'article',
}

const vFocus = { mounted: (field: HTMLElement) => field.focus() }

function show(): void {
  open.value = true
  wanted.value = ''
  at.value = 0
}

function go(hit: Hit | undefined): void {
  if (!hit) return
  open.value = false
  void router.push(hit.to)
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if ((event.ctrlKey || event.metaKey) && event.key === 'k') {
    event.preventDefault()
    show()
  }
})
defineExpose({ show })
</script>

<template>
  <v-dialog
    v-model="open"
    max-width="620"
    location="top"
    scroll-strategy="none"
    :aria-label="t('app.commandBar.searchEverywhere')"
  >
    <v-card class="pa-3">
      <input
        v-model="wanted"
        v-focus
        class="field"
        type="search"
        role="combobox"
        autocomplete="off"
        spellcheck="false"
        :aria-label="t('app.commandBar.findPhoneFileJob')"
        :placeholder="t('app.commandBar.findPhoneFileJob')"
        aria-autocomplete="list"
        aria-controls="search-hits"
        :aria-expanded="hits.length > 0"
        :aria-activedescendant="active ? `hit-${at}` : undefined"
        @keydown.down.prevent="at = Math.min(at + 1, hits.length - 1)"
        @keydown.up.prevent="at = Math.max(at - 1, 0)"
        @keydown.enter.prevent="go(active)"
      />
      <ErrorNote :error="error" />
      <div id="search-hits" class="hits" role="listbox" :aria-label="t('app.commandBar.found')">
        <div
          v-for="(hit, index) in hits"
          :id="`hit-${index}`"
          :key="hit.to + hit.title"
          class="hit"
          role="option"
          :aria-selected="index === at"
          :class="{ on: index === at }"
          @click="go(hit)"
        >
          <span class="mute small kind">{{ kinds[hit.kind] }}</span>
          <span
            >{{ hit.title }} <span class="mute small">{{ hit.about }}</span></span
          >
        </div>
      </div>
      <p class="found small mute" role="status">
        <template v-if="data && hits.length === 0">{{ t('app.commandBar.nothingHasTheseWords') }}</template>
        <template v-else-if="data && data.total > hits.length"
          >{{ ' ' }}{{ t('app.commandBar.firstOneMoreWord', { count: hits.length, total: data.total }) }}
        </template>
      </p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.field {
  width: 100%;
  min-height: 44px;
  padding: 8px 12px;
  border: 1px solid var(--slate);
  border-radius: 4px;
  background: var(--ground);
  color: var(--ink);
  font-size: 16px;
}
.hits {
  margin-top: 8px;
  max-height: 60vh;
  overflow-y: auto;
}
.hit {
  display: flex;
  gap: 10px;
  padding: 6px 8px;
  cursor: pointer;
  border-radius: 3px;
}
.hit.on,
.hit:hover {
  background: var(--brass-soft);
}
.kind {
  width: 52px;
  flex: none;
}
.found {
  margin: 4px 8px 0;
  min-height: 20px;
}
</style>
