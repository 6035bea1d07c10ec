<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import type { Plan } from '../generated/api'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ unit: string; ledger: Plan['ledger'] }>()

const open = ref(false)
const name = ref('')
const place = ref('computer')
const classes = ref<Plan['ledger'][number]['class'][]>([])
const { send, refused } = useSend()
const choices = computed(() => props.ledger.filter((entry) => entry.step !== null))

async function record(): Promise<void> {
  const body = { name: name.value, place: place.value, classes: classes.value }
  const path = { unit: props.unit }
  if (await send(() => client.POST('/units/{unit}/backups', { params: { path }, body }))) open.value = false
}
</script>

<template>
  <button v-if="!open && choices.length" type="button" class="btn small" @click="open = true">
    {{ t('job.backupForm.recordBackup') }}
  </button>
  <form v-else-if="open" class="form" @submit.prevent="record">
    <ErrorNote :error="refused" />
    <label>{{ t('job.backupForm.whatYouCall') }} <input v-model="name" /></label>
    <label>{{ t('job.backupForm.whereKept') }} <input v-model="place" /></label>
    <fieldset>
      <legend>{{ t('job.backupForm.whatCanBringBack') }}</legend>
      <label v-for="entry in choices" :key="entry.class"
        ><input v-model="classes" type="checkbox" :value="entry.class" /> {{ entry.label }}</label
      >
    </fieldset>
    <div>
      <button type="submit" class="btn act small" :disabled="name === '' || classes.length === 0">
        {{ t('job.backupForm.record') }}
      </button>
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
