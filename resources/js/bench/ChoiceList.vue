<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import VerdictMark from '../app/VerdictMark.vue'

/** One of a list, each with its verdict: what fits stands open, what does not is folded with the reason. */
export interface Choice {
  value: string | number
  title: string
  about: string
  level: string
  words: string
}

const props = defineProps<{ choices: Choice[]; name: string; legend: string; misfits: string; none: string }>()
const chosen = defineModel<string | number | null>({ required: true })

const MANY = 8
const filter = ref('')
const shown = computed(() => {
  const words = filter.value.toLowerCase().split(/\s+/).filter(Boolean)
  return props.choices.filter((one) => words.every((word) => `${one.title} ${one.about}`.toLowerCase().includes(word)))
})
const fits = computed(() => shown.value.filter((one) => one.level !== 'stop'))
const others = computed(() => shown.value.filter((one) => one.level === 'stop'))
</script>

<template>
  <fieldset class="choices" :data-choices="name">
    <legend>{{ legend }}</legend>
    <label v-if="choices.length > MANY" class="filter small mute"
      >{{ t('bench.choiceList.showOnly') }}
      <input v-model="filter" type="search" :aria-label="t('bench.choiceList.showOnly2', { legend })"
    /></label>
    <p v-if="choices.length === 0" class="mute">{{ none }}</p>
    <p v-else-if="fits.length === 0" class="mute">{{ t('bench.choiceList.nothingHereFitsReasons') }}</p>
    <div class="list">
      <label v-for="one in fits" :key="one.value" class="choice" :class="{ on: chosen === one.value }">
        <input v-model="chosen" type="radio" :name="name" :value="one.value" />
        <span class="what"
          ><b>{{ one.title }}</b> <span class="small mute">{{ one.about }}</span></span
        >
        <VerdictMark v-if="one.words" class="mark" :level="one.level" :words="one.words" />
      </label>
    </div>
    <details v-if="others.length" :open="others.some((one) => one.value === chosen)">
      <summary class="small">{{ t('bench.choiceList.more', { count: others.length, misfits }) }}</summary>
      <div class="list">
        <label v-for="one in others" :key="one.value" class="choice" :class="{ on: chosen === one.value }">
          <input v-model="chosen" type="radio" :name="name" :value="one.value" />
          <span class="what"
            >{{ one.title }} <span class="small mute">{{ one.about }}</span></span
          >
          <VerdictMark class="mark" :level="one.level" :words="one.words" />
        </label>
      </div>
    </details>
  </fieldset>
</template>

<style scoped>
.choices {
  border: 0;
  padding: 0;
  margin: 14px 0 0;
  min-width: 0;
}
legend {
  color: var(--mute);
  font-size: 13px;
  padding: 0;
}
.filter {
  display: flex;
  gap: 8px;
  align-items: center;
  margin: 4px 0;
}
.list {
  max-height: 260px;
  overflow-y: auto;
}
.choice {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) minmax(0, auto);
  gap: 10px;
  align-items: baseline;
  padding: 6px 8px;
  border-bottom: 1px solid var(--line);
  cursor: pointer;
}
.choice:hover,
.choice.on {
  background: var(--slate-soft);
}
.what {
  overflow-wrap: anywhere;
}
.mark {
  white-space: normal;
  max-width: 280px;
  font-size: 13px;
}
summary {
  cursor: pointer;
  padding: 8px;
}
@media (max-width: 700px) {
  .choice {
    grid-template-columns: auto minmax(0, 1fr);
  }
  .mark {
    grid-column: 2;
  }
}
</style>
