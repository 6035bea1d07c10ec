<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { t } from '../app/i18n'
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
    <h1>{{ t('common.handbook') }}</h1>
    <div class="mute small">
      {{ t('handbook.handbookPage.rulesPlanMadeJudged') }}
    </div>
    <template #acts
      ><label class="mute"
        >{{ t('common.filter') }} <kbd>/</kbd>
        <input
          ref="field"
          v-model="filter"
          class="field"
          type="search"
          :aria-label="t('handbook.handbookPage.filterHandbook')" /></label
    ></template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="error" />
    <SkeletonRows v-if="!data && !error" />
    <nav class="to small" :aria-label="t('handbook.handbookPage.partsHandbook')">
      <a href="#articles">{{ t('handbook.handbookPage.articles') }}</a>
      <a href="#trouble">{{ t('handbook.handbookPage.trouble') }}</a>
      <a href="#rules">{{ t('handbook.handbookPage.rules') }}</a>
      <a href="#words">{{ t('handbook.handbookPage.words') }}</a>
      <a href="#cautions">{{ t('handbook.handbookPage.cautions') }}</a>
      <RouterLink to="/house-rules">{{ t('handbook.handbookPage.whereCarefulPeopleDiffer') }}</RouterLink>
    </nav>
    <section v-if="found.length" id="articles">
      <h2>{{ t('handbook.handbookPage.fewMinutes') }}</h2>
      <ArticleList :articles="found" />
    </section>
    <section id="trouble">
      <h2>{{ t('handbook.handbookPage.whenSomethingLooksWrong') }}</h2>
      <p class="mute small">
        {{ t('handbook.handbookPage.causesOrderHowOften') }} <i>{{ t('handbook.handbookPage.somethingLooksWrong') }}</i>
        {{ t('handbook.handbookPage.ranksThemPhoneHand') }}
      </p>
      <details v-for="one in symptoms" :id="one.value" :key="one.value" :open="filter !== ''" class="symptom">
        <summary>{{ one.label }}</summary>
        <CauseList :causes="one.causes" />
      </details>
      <p v-if="data && symptoms.length === 0" class="mute">{{ t('handbook.handbookPage.nothingHereMatches') }}</p>
    </section>
    <section id="rules">
      <h2>{{ t('handbook.handbookPage.rules') }}</h2>
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
      <p v-if="data && rules.length === 0" class="mute">{{ t('handbook.handbookPage.noRuleMatches') }}</p>
    </section>
    <section id="words">
      <h2>{{ t('handbook.handbookPage.words') }}</h2>
      <dl>
        <template v-for="[word, meaning] in words" :key="word"
          ><dt>{{ word }}</dt>
          <dd><LinkedText :text="meaning" /></dd
        ></template>
      </dl>
      <p v-if="words.length === 0" class="mute">{{ t('handbook.handbookPage.noWordMatches') }}</p>
    </section>
    <section id="cautions">
      <h2>{{ t('handbook.handbookPage.cautions') }}</h2>
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
