<script setup lang="ts">
import { computed } from 'vue'
import { duration } from '../app/format'
import type { LogSummary } from '../generated/api'
import TimesStrip from './TimesStrip.vue'

/** How runs went by model and build, and what went wrong most. */
const props = defineProps<{ summary: LogSummary }>()
const longest = computed(() =>
  Math.max(1, ...props.summary.models.flatMap((row) => [...row.times, row.plannedSeconds ?? 0])),
)
const words: Record<string, string> = {
  again: 'done again',
  stop: 'stopped there',
  plan: 'planned again',
  back: 'brought back',
}
const then = (counts: LogSummary['troubles'][number]['then']): string =>
  Object.entries(counts)
    .map(([what, times]) => `${times} × ${words[what] ?? what}`)
    .join(', ')
</script>

<template>
  <section class="mt-6" data-test="summary">
    <h2>How it goes, and how long it really takes</h2>
    <div class="scroll-x">
      <table class="rows">
        <thead>
          <tr>
            <th>Model</th>
            <th>Build</th>
            <th>Runs</th>
            <th>Done</th>
            <th>With trouble</th>
            <th>Planned</th>
            <th>Actual times: each run, and the middle one</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in summary.models" :key="row.codename + row.build">
            <td class="mono">
              <b>{{ row.codename }}</b>
            </td>
            <td>{{ row.build }}</td>
            <td class="mono">{{ row.runs }}</td>
            <td class="mono">{{ row.ended }}</td>
            <td class="mono">{{ row.withTrouble || '–' }}</td>
            <td class="mono">{{ row.plannedSeconds === null ? '–' : duration(row.plannedSeconds) }}</td>
            <td><TimesStrip :times="row.times" :planned="row.plannedSeconds" :longest="longest" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-if="summary.troubles.length" class="mt-6">
      <h2>What went wrong most</h2>
      <p v-for="trouble in summary.troubles" :key="trouble.says" class="trouble">
        <span class="mono">{{ trouble.times }} ×</span>
        <span
          >{{ trouble.says }}
          <span class="mute small"
            >{{ then(trouble.then) ? `Then: ${then(trouble.then)}. ` : ''
            }}{{ trouble.ended === 0 ? 'No run' : trouble.ended === 1 ? '1 run' : `${trouble.ended} runs` }} with it
            ended well.</span
          ></span
        >
      </p>
    </div>
  </section>
</template>

<style scoped>
.trouble {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr);
  margin: 0 0 4px;
}
</style>
