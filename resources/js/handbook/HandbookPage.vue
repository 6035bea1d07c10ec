<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { cautions } from '../app/cautions'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import TopBar from '../app/TopBar.vue'
import { useKeys } from '../app/useKeys'
import CauseList from '../run/CauseList.vue'
import { articles } from './articles'
import ArticleList from './ArticleList.vue'
import LinkedText from './LinkedText.vue'
import { glossary } from './glossary'
import { useAnswer } from '../app/useAnswer'

const route = useRoute()
const { data, error } = useAnswer('/handbook')
const filter = ref('')
const field = ref<HTMLInputElement>()
const holds = (...texts: string[]): boolean =>
  filter.value
    .toLowerCase()
    .split(/\s+/)
    .every((word) => texts.join(' ').toLowerCase().includes(word))
const rules = computed(() => (data.value?.rules ?? []).filter((rule) => holds(rule.id, ...rule.purposes)))
const symptoms = computed(() =>
  (data.value?.symptoms ?? []).filter((one) =>
    holds(one.label, ...one.causes.map((cause) => `${cause.title} ${cause.remedy}`)),
  ),
)
const found = computed(() =>
  articles.filter((one) => holds(one.title, one.lead, ...one.words, ...one.parts.map((part) => part.text))),
)
const words = computed(() => glossary.filter((entry) => holds(...entry)))
watch(data, async () => {
  await nextTick()
  document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'center' })
})
useKeys({ '/': () => field.value?.focus() })
</script>

<template>
  <TopBar>
    <h1>Handbook</h1>
    <div class="mute small">
      The rules that a plan is made and judged by, what helps when something looks wrong, and the words.
    </div>
    <template #acts
      ><label class="mute"
        >Filter <kbd>/</kbd>
        <input ref="field" v-model="filter" class="field" type="search" aria-label="Filter the handbook" /></label
    ></template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="error" />
    <SkeletonRows v-if="!data && !error" />
    <nav class="to small" aria-label="Parts of the handbook">
      <a href="#articles">Articles</a> <a href="#trouble">Trouble</a> <a href="#rules">Rules</a>
      <a href="#words">Words</a> <a href="#cautions">Cautions</a>
      <RouterLink to="/house-rules">Where careful people differ</RouterLink>
    </nav>
    <section v-if="found.length" id="articles">
      <h2>In a few minutes</h2>
      <ArticleList :articles="found" />
    </section>
    <section id="trouble">
      <h2>When something looks wrong</h2>
      <p class="mute small">
        The causes in the order of how often they are met. In a run, <i>Something looks wrong</i> ranks them for the
        phone in hand.
      </p>
      <details v-for="one in symptoms" :id="one.value" :key="one.value" :open="filter !== ''" class="symptom">
        <summary>{{ one.label }}</summary>
        <CauseList :causes="one.causes" />
      </details>
      <p v-if="data && symptoms.length === 0" class="mute">Nothing here matches.</p>
    </section>
    <section id="rules">
      <h2>Rules</h2>
      <div
        v-for="rule in rules"
        :id="rule.id"
        :key="rule.id"
        class="rule"
        :class="{ on: route.hash === `#${rule.id}` }"
      >
        <b class="mono">{{ rule.id }}</b>
        <div>
          <div v-for="purpose in rule.purposes" :key="purpose">{{ purpose }}</div>
        </div>
      </div>
      <p v-if="data && rules.length === 0" class="mute">No rule matches.</p>
    </section>
    <section id="words">
      <h2>Words</h2>
      <dl>
        <template v-for="[word, meaning] in words" :key="word"
          ><dt>{{ word }}</dt>
          <dd><LinkedText :text="meaning" /></dd
        ></template>
      </dl>
      <p v-if="words.length === 0" class="mute">No word matches.</p>
    </section>
    <section id="cautions">
      <h2>Cautions</h2>
      <ul>
        <li v-for="caution in cautions" :key="caution">{{ caution }}</li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.to {
  display: flex;
  gap: 18px;
  flex-wrap: wrap;
  margin-bottom: 14px;
}
section {
  margin-bottom: 28px;
  scroll-margin-top: 80px;
}
.field {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 3px 8px;
  width: 190px;
  font: inherit;
}
.symptom {
  border-bottom: 1px solid var(--line);
  padding: 7px 10px;
  max-width: 76em;
}
.symptom summary {
  cursor: pointer;
}
.symptom[open] summary {
  font-weight: 700;
  margin-bottom: 8px;
}
.rule,
dl {
  display: grid;
  grid-template-columns: 130px minmax(0, 60em);
}
.rule {
  padding: 8px 10px;
  border-bottom: 1px solid var(--line);
}
.rule.on {
  background: var(--brass-soft);
}
dl {
  margin: 0;
  row-gap: 6px;
  padding: 0 10px;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
li {
  max-width: 60em;
  margin-bottom: 4px;
}
@media (max-width: 700px) {
  .rule,
  dl {
    grid-template-columns: 1fr;
  }
}
</style>
