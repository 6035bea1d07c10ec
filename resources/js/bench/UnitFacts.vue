<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { ago, dateTimeOf } from '../app/format'
import { useSend } from '../app/useSend'
import FactRows from './FactRows.vue'
import { meanings, oldestOf } from './factMeaning'
import type { UnitAnswer } from '../generated/api'

const props = defineProps<{ unit: string; facts: UnitAnswer['facts']; fields: UnitAnswer['fields'] }>()
const { send, refused } = useSend()

const name = ref<string | null>(null)
const text = ref('')
const field = computed(() => props.fields.find((one) => one.name === name.value))
const groups = computed(() => meanings(props.facts))
/** The picture above has the most of a slot; its single values are folded where they are many. */
const FEW = 3
const isOfSlot = (fact: UnitAnswer['facts'][number]): boolean => /^slot\.[ab-]\./.test(fact.name)

async function enter(): Promise<void> {
  if (!field.value) return
  const path = { unit: props.unit }
  // A field for numbers makes a number of it; the server knows what each fact may be.
  const body = { name: field.value.name, typed: String(text.value) }
  if (!(await send(() => client.POST('/units/{unit}/facts', { params: { path }, body })))) return
  text.value = ''
  name.value = null
}
</script>

<template>
  <form class="enter" @submit.prevent="enter">
    <v-autocomplete
      v-model="name"
      :items="fields"
      item-title="label"
      item-value="name"
      :label="t('bench.unitFacts.enterWhatYouSee')"
      hide-details
      class="which"
    />
    <label v-if="field?.type === 'flag'"
      >{{ t('common.value') }}
      <select v-model="text" name="value">
        <option value="yes">{{ t('common.yes') }}</option>
        <option value="no">{{ t('common.no') }}</option>
        <option value="unknown">{{ t('common.unknown') }}</option>
      </select></label
    >
    <label v-else-if="field"
      >{{ t('common.value') }}
      <input
        v-model="text"
        name="value"
        :type="field.type === 'int' || field.type === 'percent' ? 'number' : 'text'"
        :placeholder="field.type === 'list' ? t('common.oneAnother') : t('bench.unitFacts.asPhoneShows')"
    /></label>
    <button v-if="field" type="submit" class="btn">{{ t('common.keepValue') }}</button>
  </form>
  <ErrorNote class="mt-3" :error="refused" />
  <p v-if="facts.length === 0" class="empty">
    {{ t('bench.unitFacts.nothingKnownAboutPhone') }}
  </p>
  <section v-for="group in groups" :key="group.title" class="mb-5">
    <h2>
      {{ group.title }} <span class="mute small means">{{ group.means }}</span>
      <span v-if="oldestOf(group.facts)" class="mute small means" :title="dateTimeOf(oldestOf(group.facts))">{{
        t('bench.unitFacts.oldestLookWas', { ago: ago(oldestOf(group.facts)) })
      }}</span>
    </h2>
    <FactRows :facts="group.facts.filter((fact) => !isOfSlot(fact))" />
    <details v-if="group.facts.some(isOfSlot)" :open="group.facts.filter(isOfSlot).length <= FEW">
      <summary class="small">
        {{ t('bench.unitFacts.valuesSlots', { count: group.facts.filter(isOfSlot).length }) }}
      </summary>
      <FactRows :facts="group.facts.filter(isOfSlot)" />
    </details>
  </section>
</template>

<style scoped>
.means {
  font-weight: 400;
  margin-left: 8px;
}
.enter {
  display: flex;
  gap: 12px;
  align-items: end;
  margin-bottom: 16px;
  flex-wrap: wrap;
}
.which {
  max-width: 320px;
  min-width: 240px;
}
.enter label {
  display: grid;
  gap: 2px;
  font-size: 12.5px;
  color: var(--mute);
}
summary {
  cursor: pointer;
  padding: 6px 10px;
  color: var(--mute);
}
</style>
