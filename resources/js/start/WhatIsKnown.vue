<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { valueText } from '../app/format'
import GradeMark from '../app/GradeMark.vue'
import type { StartAnswer } from '../generated/api'
import ArrivingCard from './ArrivingCard.vue'
import { fieldWords } from './words'

/** What the texts and files say together, what they contradict, and what is still needed. */
const props = defineProps<{ answer: StartAnswer; kept: string }>()
const decided = defineModel<Record<string, string>>('decided', { required: true })

const fields = computed(() => props.answer.draft?.fields ?? [])
const decide = (field: string, value: unknown): void => {
  decided.value = { ...decided.value, [field]: valueText(value) }
}
</script>

<template>
  <ArrivingCard v-if="answer.card" :card="answer.card" :kept="kept || (answer.known ?? '')" />
  <p v-if="answer.lookalike" class="note" role="status">{{ answer.lookalike }}</p>
  <section v-for="one in answer.draft?.contradictions ?? []" :key="one.field ?? one.name" class="sheet open">
    <b>{{ t('start.whatIsKnown.textsDisagreeAboutWhich', { fieldWords: fieldWords(one.field ?? one.name ?? '') }) }}</b>
    <div v-for="value in one.values" :key="valueText(value.value)" class="side">
      <button type="button" class="btn small" @click="decide(one.field ?? one.name ?? '', value.value)">
        {{ valueText(value.value) }}
      </button>
      <span class="mono small mute">{{
        t('start.whatIsKnown.line', { source: value.source, lineNumber: value.lineNumber, line: value.line })
      }}</span>
    </div>
  </section>
  <section v-if="answer.needs.length" class="sheet open" data-test="needs">
    <h2>{{ t('start.whatIsKnown.stillNeeded') }}</h2>
    <div v-for="need in answer.needs" :key="need.field" class="need">
      <b>{{ fieldWords(need.field) }}</b>
      <span class="small">{{ need.ask }}</span>
      <label v-if="need.choices.length" class="small"
        >{{ t('start.whatIsKnown.orChoose') }}
        <select
          :value="decided[need.field] ?? ''"
          :aria-label="t('start.whatIsKnown.choose', { field: fieldWords(need.field) })"
          @change="decide(need.field, ($event.target as HTMLSelectElement).value)"
        >
          <option value="" disabled>{{ t('common.notKnown') }}</option>
          <option v-for="choice in need.choices" :key="choice" :value="choice">{{ choice.replace('_', ' ') }}</option>
        </select></label
      >
    </div>
  </section>
  <section v-if="answer.symptoms.length" class="sheet open">
    <h2>{{ t('start.whatIsKnown.whatWentWrong') }}</h2>
    <div v-for="one in answer.symptoms" :key="one.id">
      <b>{{ one.label }}</b>
      <div class="mono small">
        <mark>{{ one.line }}</mark>
      </div>
    </div>
    <p class="small mute">{{ t('start.whatIsKnown.handbookListsWhatMay') }}</p>
  </section>
  <section v-if="answer.requirements.length" class="sheet open">
    <h2>{{ t('start.whatIsKnown.whatPageAsks') }}</h2>
    <div v-for="(one, index) in answer.requirements" :key="index" class="need">
      <b>{{ fieldWords(one.field) }}: {{ valueText(one.value) }}</b>
      <span class="small mute">“{{ one.line.trim() }}”</span>
    </div>
  </section>
  <details v-if="fields.length" class="sheet open">
    <summary>
      {{ t('start.whatIsKnown.thingsAboutModelEach', { count: fields.length })
      }}<template v-if="answer.sheet?.isHere">{{
        t('start.whatIsKnown.sheetHereAlready', { codename: answer.card?.codename })
      }}</template>
    </summary>
    <table class="rows">
      <tbody>
        <tr v-for="one in fields" :key="one.field">
          <td class="small">{{ fieldWords(one.field) }}</td>
          <td class="mono small">{{ valueText(one.value) }}</td>
          <td class="small mute">
            <GradeMark :grade="one.grade" />
            <template v-if="one.why">{{ one.why }} </template>
            <template v-if="one.sources[0]"
              >{{ one.sources[0].from
              }}{{
                one.sources[0].lineNumber ? t('start.whatIsKnown.line2', { line: one.sources[0].lineNumber }) : ''
              }}</template
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
