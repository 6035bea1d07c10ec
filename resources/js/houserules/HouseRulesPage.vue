<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { t } from '../app/i18n'
import LinkedText from '../handbook/LinkedText.vue'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import TopBar from '../app/TopBar.vue'
import type { HouseRules, HouseRulesAnswer, HouseRulesPreview } from '../generated/api'
import PhrasebookPanel from './PhrasebookPanel.vue'
import WorkplacePanel from './WorkplacePanel.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

type Rules = Record<string, string | number>

const { data, error } = useAnswer('/house-rules')
const rules = ref<Rules>({})
/** They go whole, with what the page has no field for. */
const document = computed(() => rules.value as unknown as HouseRules)
const preview = ref<HouseRulesPreview | null>(null)
const { send, sendQuestion, refused } = useSend()
const presetName = ref('')
const kept = computed(() => (data.value?.rules ?? {}) as unknown as Rules)
const changed = computed(() => Object.keys(rules.value).some((name) => rules.value[name] !== kept.value[name]))

const sameAs = (preset: HouseRulesAnswer['presets'][number]): boolean =>
  Object.entries(preset.rules).every(([name, value]) => rules.value[name] === value)

watch(
  () => JSON.stringify(kept.value),
  () => (rules.value = { ...kept.value }),
)

async function choose(rule: string, value: string | number): Promise<void> {
  rules.value = { ...rules.value, [rule]: value }
  await tryOut()
}

async function tryOut(): Promise<void> {
  const seen = await sendQuestion(() => client.POST('/house-rules/preview', { body: document.value }))
  if (seen) preview.value = seen.data
}

async function keep(): Promise<void> {
  if (await send(() => client.PUT('/house-rules', { body: document.value }))) preview.value = null
}

async function keepSet(): Promise<void> {
  const path = { name: presetName.value }
  const sent = await send(() => client.PUT('/house-rules/presets/{name}', { params: { path }, body: document.value }))
  if (sent) presetName.value = ''
}

/** Chooses all of a preset's rules at once; they hold when they are kept. */
async function take(preset: HouseRulesAnswer['presets'][number]): Promise<void> {
  rules.value = { ...(preset.rules as unknown as Rules) }
  await tryOut()
}

function leave(): void {
  rules.value = { ...kept.value }
  preview.value = null
}
</script>

<template>
  <TopBar>
    <h1>{{ t('common.houseRules') }}</h1>
    <div class="mute small">{{ t('houserules.houseRulesPage.whereCarefulPeopleDiffer') }}</div>
    <template #acts>
      <button v-if="changed" type="button" class="btn" @click="leave">
        {{ t('houserules.houseRulesPage.leaveAsWas') }}
      </button>
      <button type="button" class="btn act" :disabled="!changed" @click="keep">
        {{ t('houserules.houseRulesPage.keepTheseRules') }}
      </button>
    </template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="refused ?? error" />
    <SkeletonRows v-if="!data && !error" />
    <div v-if="changed && preview" class="preview" role="status">
      <b>{{ t('houserules.houseRulesPage.openWouldChange', { count: preview.changes.length }) }}</b>
      <div v-for="one in preview.changes" :key="one.job">
        <RouterLink :to="`/jobs/${one.job}`">{{ one.title }}</RouterLink> {{ t('houserules.houseRulesPage.from') }}
        <i>{{ one.before }}</i> {{ t('houserules.houseRulesPage.to') }}
        <i>{{ one.after }}</i>
      </div>
    </div>
    <section v-if="data" class="presets">
      <b class="small">{{ t('houserules.houseRulesPage.setsName') }}</b>
      <span v-for="preset in data.presets" :key="preset.name" class="preset">
        <button
          type="button"
          class="btn small"
          :class="{ on: sameAs(preset) }"
          :aria-pressed="sameAs(preset)"
          @click="take(preset)"
        >
          {{ preset.title }}
        </button>
        <button
          v-if="preset.own"
          type="button"
          class="drop"
          :aria-label="t('houserules.houseRulesPage.dropSet', { name: preset.name })"
          @click="send(() => client.DELETE('/house-rules/presets/{name}', { params: { path: { name: preset.name } } }))"
        >
          {{ t('houserules.houseRulesPage.drop') }}
        </button>
      </span>
      <form class="preset" @submit.prevent="keepSet">
        <label class="visually-hidden" for="preset-name">{{ t('houserules.houseRulesPage.nameSet') }}</label><input
          id="preset-name"
          v-model.trim="presetName"
          class="name"
          :placeholder="t('houserules.houseRulesPage.keepTheseAs')"
        /><button type="submit" class="btn small" :disabled="presetName === ''">
          {{ t('houserules.houseRulesPage.keepSet') }}
        </button>
      </form>
      <a
        class="small"
        :href="`data:application/json,${encodeURIComponent(JSON.stringify(data.rules, null, 2))}`"
        download="house-rules.json"
        >{{ t('houserules.houseRulesPage.saveAsFile') }}</a
      >
    </section>
    <fieldset v-for="school in data?.schools ?? []" :key="school.rule" class="school">
      <legend><LinkedText :text="school.question" /></legend>
      <div class="choices">
        <label
          v-for="choice in school.choices"
          :key="choice.value"
          class="choice"
          :class="{ on: rules[school.rule] === choice.value }"
        >
          <span class="head"
            ><input
              type="radio"
              :name="school.rule"
              :checked="rules[school.rule] === choice.value"
              @change="choose(school.rule, choice.value)"
            />
            <b>{{ choice.label }}</b></span
          >
          <span>{{ choice.reason }}</span>
          <span class="small"
            ><span class="mute">{{ t('houserules.houseRulesPage.costs') }}</span> {{ choice.cost }}</span
          >
          <span class="small"
            ><span class="mute">{{ t('houserules.houseRulesPage.saves') }}</span> {{ choice.saving }}</span
          >
        </label>
      </div>
    </fieldset>
    <PhrasebookPanel />
    <WorkplacePanel v-if="data" :workplace="data.workplace" />
  </div>
</template>

<style scoped>
.preview {
  border-left: 4px solid var(--brass);
  background: var(--brass-soft);
  padding: 10px 14px;
  margin-bottom: 18px;
}
.presets {
  display: flex;
  gap: 8px 12px;
  align-items: center;
  flex-wrap: wrap;
  margin-bottom: 16px;
}
.preset {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.preset .on {
  background: var(--slate-soft);
}
.name {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 3px 8px;
  font: inherit;
  width: 150px;
}
.drop {
  background: none;
  border: 0;
  color: var(--plum);
  font: inherit;
  font-size: 12.5px;
  text-decoration: underline;
  cursor: pointer;
  padding: 0;
}
.school {
  border: 0;
  padding: 0;
  margin: 0 0 22px;
}
legend {
  font-size: 16px;
  font-weight: 700;
  margin-bottom: 8px;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 0;
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
}
.choice {
  display: grid;
  gap: 4px;
  padding: 10px 14px;
  border-right: 1px solid var(--line);
  border-top: 3px solid transparent;
  cursor: pointer;
  align-content: start;
}
.choice.on {
  border-top-color: var(--slate);
  background: var(--soft);
}
.head {
  display: flex;
  gap: 8px;
  align-items: center;
}
</style>
