<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask, client } from './client'

interface Target {
  kind: string
  words: string
  to: string
}

const router = useRouter()
const open = ref(false)
const wanted = ref('')
const at = ref(0)
const targets = ref<Target[]>([])
const pages: Target[] = ['Bench', 'Shelf', 'Jobs', 'Log', 'Handbook', 'House rules'].map((name) => ({
  kind: 'page',
  words: name,
  to: `/${name.toLowerCase().replace(' ', '-')}`,
}))
const hits = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return [...pages, ...targets.value]
    .filter((target) => words.every((word) => `${target.kind} ${target.words}`.toLowerCase().includes(word)))
    .slice(0, 12)
})

async function show(): Promise<void> {
  open.value = true
  wanted.value = ''
  at.value = 0
  const [bench, shelf, jobs, handbook] = await Promise.all([
    ask(client.GET('/bench')),
    ask(client.GET('/shelf')),
    ask(client.GET('/jobs')),
    ask(client.GET('/handbook')),
  ])
  targets.value = [
    ...bench.units.map((unit) => ({
      kind: 'phone',
      words: `${unit.label} ${unit.codename} ${unit.name ?? ''}`,
      to: `/bench/${unit.label}`,
    })),
    ...jobs.jobs.map((job) => ({
      kind: 'job',
      words: `${job.card.label} → ${job.build ?? ''} ${job.intent}`,
      to: `/jobs/${job.id}`,
    })),
    ...shelf.packages.map((file) => ({
      kind: 'file',
      words: `${file.name} ${file.title}`,
      to: `/shelf?file=${file.id}`,
    })),
    ...handbook.rules.map((rule) => ({
      kind: 'rule',
      words: `${rule.id} ${rule.purposes[0] ?? ''}`,
      to: `/handbook#${rule.id}`,
    })),
  ]
}

function go(target: Target | undefined): void {
  if (!target) return
  open.value = false
  void router.push(target.to)
}

useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if ((event.ctrlKey || event.metaKey) && event.key === 'k') {
    event.preventDefault()
    void show()
  }
})
</script>

<template>
  <v-dialog v-model="open" max-width="560" location="top" scroll-strategy="none">
    <v-card class="pa-3">
      <v-text-field
        v-model="wanted"
        label="Find a phone, file, job, rule or page"
        autofocus
        hide-details
        @update:model-value="at = 0"
        @keydown.down.prevent="at = Math.min(at + 1, hits.length - 1)"
        @keydown.up.prevent="at = Math.max(at - 1, 0)"
        @keydown.enter.prevent="go(hits[at])"
      />
      <div class="hits" role="listbox" aria-label="Found">
        <div
          v-for="(hit, index) in hits"
          :key="hit.to + hit.words"
          class="hit"
          role="option"
          :aria-selected="index === at"
          :class="{ on: index === at }"
          @click="go(hit)"
        >
          <span class="mute small kind">{{ hit.kind }}</span><span>{{ hit.words }}</span>
        </div>
        <div v-if="hits.length === 0" class="empty">Nothing here has these words.</div>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.hits {
  margin-top: 8px;
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
  width: 48px;
  flex: none;
}
</style>
