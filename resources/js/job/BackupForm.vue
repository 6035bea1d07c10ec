<script setup lang="ts">
import { computed, ref } from 'vue'
import { api, type ApiError } from '../app/api'
import ErrorNote from '../app/ErrorNote.vue'
import type { Plan } from '../generated/api'

const props = defineProps<{ unit: string; ledger: Plan['ledger'] }>()
const emit = defineEmits<{ recorded: [] }>()

const open = ref(false)
const name = ref('')
const place = ref('computer')
const classes = ref<string[]>([])
const error = ref<ApiError | null>(null)
const choices = computed(() => props.ledger.filter((entry) => entry.step !== null))

async function record(): Promise<void> {
  try {
    await api.post(`units/${props.unit}/backups`, { name: name.value, place: place.value, classes: classes.value })
    open.value = false
    error.value = null
    emit('recorded')
  } catch (caught) {
    error.value = caught as ApiError
  }
}
</script>

<template>
  <button v-if="!open && choices.length" type="button" class="btn small" @click="open = true">Record a backup</button>
  <form v-else-if="open" class="form" @submit.prevent="record">
    <ErrorNote :error="error" />
    <label>What you call it <input v-model="name" /></label>
    <label>Where it lies <input v-model="place" /></label>
    <fieldset>
      <legend>What it can bring back</legend>
      <label v-for="entry in choices" :key="entry.class"
        ><input v-model="classes" type="checkbox" :value="entry.class" /> {{ entry.label }}</label
      >
    </fieldset>
    <div>
      <button type="submit" class="btn act small" :disabled="name === '' || classes.length === 0">Record it</button>
    </div>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 10px;
  max-width: 460px;
}
.form > label {
  display: grid;
  gap: 3px;
}
input:not([type='checkbox']) {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  padding: 4px 8px;
  font: inherit;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: 4px;
  padding: 8px 12px;
  display: grid;
  gap: 4px;
}
</style>
