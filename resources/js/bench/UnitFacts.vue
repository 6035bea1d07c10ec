<script setup lang="ts">
import { computed, ref } from 'vue'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { ago, dateTimeOf, sourceName } from '../app/format'
import { useSend } from '../app/useSend'
import { meanings, oldestOf } from './factMeaning'
import type { UnitAnswer } from '../generated/api'

const props = defineProps<{ unit: string; facts: UnitAnswer['facts']; fields: UnitAnswer['fields'] }>()
const { send, refused } = useSend()

const name = ref<string | null>(null)
const text = ref('')
const field = computed(() => props.fields.find((one) => one.name === name.value))
const groups = computed(() => meanings(props.facts))

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
      label="Enter what you see"
      hide-details
      class="which"
    />
    <label v-if="field?.type === 'flag'"
      >Value
      <select v-model="text" name="value">
        <option value="yes">yes</option>
        <option value="no">no</option>
        <option value="unknown">unknown</option>
      </select></label
    >
    <label v-else-if="field"
      >Value
      <input
        v-model="text"
        name="value"
        :type="field.type === 'int' || field.type === 'percent' ? 'number' : 'text'"
        :placeholder="field.type === 'list' ? 'one, another' : 'as the phone shows it'"
    /></label>
    <button v-if="field" type="submit" class="btn">Enter</button>
  </form>
  <ErrorNote class="mt-3" :error="refused" />
  <p v-if="facts.length === 0" class="empty">
    Nothing is known about this phone yet. Read it over the cable, paste what it printed, or enter what you see.
  </p>
  <section v-for="group in groups" :key="group.title" class="mb-5">
    <h2>
      {{ group.title }} <span class="mute small means">{{ group.means }}</span>
      <span v-if="oldestOf(group.facts)" class="mute small means" :title="dateTimeOf(oldestOf(group.facts))"
        >The oldest look was {{ ago(oldestOf(group.facts)) }}.</span
      >
    </h2>
    <div class="scroll-x">
      <table class="rows">
        <thead class="visually-hidden">
          <tr>
            <th>What</th>
            <th>Value</th>
            <th>How it is known</th>
            <th>When</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="fact in group.facts" :key="fact.name">
            <td class="what">{{ fact.label }}</td>
            <td class="mono wrap">
              <span :class="{ unknown: fact.value === null }">{{ fact.text }}</span>
            </td>
            <td class="small">
              {{ sourceName[fact.source] }}<span v-if="fact.where" class="mute"> · {{ fact.where }}</span>
            </td>
            <td class="mute small" :title="dateTimeOf(fact.at)">
              {{ ago(fact.at) }}<b v-if="fact.stale" class="old"> · too old to count</b>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.means {
  font-weight: 400;
  margin-left: 8px;
}
.what {
  width: 230px;
}
.old {
  color: var(--brass);
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
.unknown {
  border-bottom: 1px dotted currentcolor;
}
</style>
