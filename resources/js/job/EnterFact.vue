<script setup lang="ts">
import { ref } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import type { FindingRow } from '../generated/api'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** A fact that nobody has seen yet: typed in, or chosen where it is one of a few things. */
const props = defineProps<{ unit: string; action: FindingRow['actions'][number]; isNamed: boolean }>()
const typed = ref('')
const { send, refused } = useSend()

async function enter(value: string): Promise<void> {
  if (!props.action.fact) return
  const body = { name: props.action.fact, typed: value }
  await send(() => client.POST('/units/{unit}/facts', { params: { path: { unit: props.unit } }, body }))
}
</script>

<template>
  <div class="enter" :class="{ named: isNamed }">
    <span v-if="isNamed" class="name">{{ action.label }}</span>
    <template v-if="action.choices.length > 0">
      <button
        v-for="choice in action.choices"
        :key="choice.value"
        type="button"
        class="btn small"
        :aria-label="isNamed ? t('common.nameAndValue', { name: action.label, value: choice.label }) : undefined"
        :data-enter="choice.value"
        @click="enter(choice.value)"
      >
        {{ choice.label }}
      </button>
    </template>
    <form v-else class="enter" @submit.prevent="enter(typed)">
      <input
        v-model="typed"
        :aria-label="t('job.settleForm.value', { unknown: action.fact })"
        :placeholder="t('job.settleForm.whatPhoneShows')"
      />
      <button type="submit" class="btn small" :disabled="typed === ''">{{ t('common.keepValue') }}</button>
    </form>
    <ErrorNote :error="refused" />
  </div>
</template>

<style scoped>
.enter {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.named {
  flex-basis: 100%;
}
.name {
  flex: 0 0 250px;
}
@media (max-width: 600px) {
  .name {
    flex-basis: 100%;
  }
}
input {
  border: 1px solid var(--line);
  border-radius: 4px;
  background: var(--ground);
  color: var(--ink);
  padding: 2px 8px;
  font: inherit;
}
</style>
