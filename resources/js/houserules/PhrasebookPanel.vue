<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** The commands that a person types for each operation, with the step's values in braces. */
const { data, error } = useAnswer('/phrasebook')
const templates = ref<Record<string, string>>({})
const { send, refused } = useSend()
const kept = computed(() => (data.value?.phrasebook.templates ?? {}) as Record<string, string>)
const changed = computed(() =>
  (data.value?.operations ?? []).some(
    ({ operation }) => (templates.value[operation] ?? '') !== (kept.value[operation] ?? ''),
  ),
)
const braced = (values: string[]): string => values.map((value) => `{${value}}`).join(' ')
watch(kept, (now) => (templates.value = { ...now }))

async function keep(): Promise<void> {
  const filled = Object.fromEntries(Object.entries(templates.value).filter(([, template]) => template.trim() !== ''))
  const body = { format: 'tornavis/phrasebook' as const, version: 1 as const, templates: filled }
  await send(() => client.PUT('/phrasebook', { body }))
}
</script>

<template>
  <section v-if="data" class="sheet book">
    <h2>{{ t('houserules.phrasebookPanel.phrasebook') }}</h2>
    <p class="mute">
      {{ t('houserules.phrasebookPanel.yourOwnCommandsIf') }}
    </p>
    <ErrorNote :error="refused ?? error" />
    <div class="scroll-x">
      <table class="rows">
        <thead>
          <tr>
            <th>{{ t('houserules.phrasebookPanel.operation') }}</th>
            <th>{{ t('houserules.phrasebookPanel.yourCommand') }}</th>
            <th>{{ t('houserules.phrasebookPanel.values') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in data.operations" :key="one.operation">
            <td>{{ one.operation }}</td>
            <td class="wide">
              <input
                v-model="templates[one.operation]"
                class="mono"
                :name="`phrase-${one.operation}`"
                :aria-label="t('houserules.phrasebookPanel.command', { operation: one.operation })"
                spellcheck="false"
                maxlength="500"
              />
            </td>
            <td class="mono small mute">{{ braced(one.values) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <div>
      <button type="button" class="btn" :disabled="!changed" @click="keep">
        {{ t('houserules.phrasebookPanel.keepPhrasebook') }}
      </button>
    </div>
  </section>
</template>

<style scoped>
section > * {
  min-width: 0;
}
.book {
  padding: 12px 14px;
  margin-bottom: 22px;
  display: grid;
  gap: 8px;
}
p {
  margin: 0;
}
.wide {
  width: 46%;
}
.wide input {
  width: 100%;
  font-size: 12.5px;
}
</style>
