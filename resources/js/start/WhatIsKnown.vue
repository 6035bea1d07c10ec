<script setup lang="ts">
import { computed } from 'vue'
import type { StartAnswer } from '../generated/api'
import ArrivingCard from './ArrivingCard.vue'
import { fieldWords } from './words'

/** What the texts and files say together, what they contradict, and what is still needed. */
const props = defineProps<{ answer: StartAnswer; kept: string }>()
const decided = defineModel<Record<string, string>>('decided', { required: true })

const fields = computed(() => props.answer.draft?.fields ?? [])
const shown = (value: unknown): string =>
  Array.isArray(value) ? value.join(', ') : typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
const decide = (field: string, value: unknown): void => {
  decided.value = { ...decided.value, [field]: shown(value) }
}
</script>

<template>
  <ArrivingCard v-if="answer.card" :card="answer.card" :kept="kept || (answer.known ?? '')" />
  <p v-if="answer.lookalike" class="note" role="status">{{ answer.lookalike }}</p>
  <section v-for="one in answer.draft?.contradictions ?? []" :key="one.field ?? one.name" class="sheet open">
    <b>The texts disagree about {{ fieldWords(one.field ?? one.name ?? '') }}. Which one holds?</b>
    <div v-for="value in one.values" :key="shown(value.value)" class="side">
      <button type="button" class="btn small" @click="decide(one.field ?? one.name ?? '', value.value)">
        {{ shown(value.value) }}
      </button>
      <span class="mono small mute">{{ value.source }}, line {{ value.lineNumber }}: {{ value.line }}</span>
    </div>
  </section>
  <section v-if="answer.needs.length" class="sheet open" data-test="needs">
    <h2>Still needed</h2>
    <div v-for="need in answer.needs" :key="need.field" class="need">
      <b>{{ fieldWords(need.field) }}</b>
      <span class="small">{{ need.ask }}</span>
      <label v-if="need.choices.length" class="small"
        >Or choose it:
        <select
          :value="decided[need.field] ?? ''"
          :aria-label="`${fieldWords(need.field)}: choose it`"
          @change="decide(need.field, ($event.target as HTMLSelectElement).value)"
        >
          <option value="" disabled>not known</option>
          <option v-for="choice in need.choices" :key="choice" :value="choice">{{ choice.replace('_', ' ') }}</option>
        </select></label
      >
    </div>
  </section>
  <section v-if="answer.symptoms.length" class="sheet open">
    <h2>What went wrong</h2>
    <div v-for="one in answer.symptoms" :key="one.id">
      <b>{{ one.label }}</b>
      <div class="mono small">
        <mark>{{ one.line }}</mark>
      </div>
    </div>
    <p class="small mute">The handbook lists what may be behind it. In a run, paste it there: the causes are ranked.</p>
  </section>
  <section v-if="answer.requirements.length" class="sheet open">
    <h2>What the page asks for</h2>
    <div v-for="(one, index) in answer.requirements" :key="index" class="need">
      <b>{{ fieldWords(one.field) }}: {{ shown(one.value) }}</b>
      <span class="small mute">“{{ one.line.trim() }}”</span>
    </div>
  </section>
  <details v-if="fields.length" class="sheet open">
    <summary>
      {{ fields.length }} things about the model, each with its source<template v-if="answer.sheet?.isHere"
        >; a sheet of {{ answer.card?.codename }} is here already</template
      >
    </summary>
    <table class="rows">
      <tbody>
        <tr v-for="one in fields" :key="one.field">
          <td class="small">{{ fieldWords(one.field) }}</td>
          <td class="mono small">{{ shown(one.value) }}</td>
          <td class="small mute">
            <template v-if="!one.certain">inferred. {{ one.why }} </template>
            <template v-if="one.sources[0]"
              >{{ one.sources[0].from
              }}{{ one.sources[0].lineNumber ? `, line ${one.sources[0].lineNumber}` : '' }}</template
            >
          </td>
        </tr>
      </tbody>
    </table>
  </details>
</template>

<style scoped>
.open {
  padding: 12px 16px;
  display: grid;
  gap: 10px;
}
.side,
.need {
  display: grid;
  gap: 4px;
  justify-items: start;
  overflow-wrap: anywhere;
}
.note {
  border-left: 4px solid var(--brass);
  padding: 6px 12px;
  margin: 0;
  background: var(--brass-soft);
}
mark {
  background: var(--brass-soft);
  color: var(--ink);
}
td {
  vertical-align: top;
  overflow-wrap: anywhere;
}
</style>
