<script setup lang="ts">
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import VerdictMark from '../app/VerdictMark.vue'
import type { FileAnswer } from '../generated/api'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** What the build needs beside it, phone by phone: which file serves, which do not and why. */
const props = defineProps<{ id: number; kits: FileAnswer['kits'] }>()
const router = useRouter()
const { send, refused } = useSend()

/** Opens a job with the chosen files in its kit. */
async function plan(unit: string): Promise<void> {
  const body = { unit, package: props.id, intent: 'fresh' as const }
  const opened = await send(() => client.POST('/jobs', { body }))
  if (opened) await router.push(`/jobs/${opened.data.id}/kit`)
}
</script>

<template>
  <ErrorNote class="mt-3" :error="refused" />
  <section v-for="kit in kits" :key="kit.unit" class="kit">
    <div class="head">
      <h2>
        {{ t('shelf.fileKits.kit') }} <span class="mono">{{ kit.unit }}</span>
      </h2>
      <button type="button" class="btn small" @click="plan(kit.unit)">
        {{ t('shelf.fileKits.planJob', { unit: kit.unit }) }}
      </button>
    </div>
    <div v-for="need in kit.needs" :key="need.need" class="need small">
      <VerdictMark :level="need.chosen ? 'clear' : need.optional ? 'note' : 'settle'" words="" plain />
      <div>
        <b>{{ need.chosen?.title ?? t('shelf.fileKits.missing') }}</b>
        {{ t('shelf.fileKits.for', { need: need.need }) }} <span class="mute">{{ need.why }}</span>
        <details v-if="need.others.length">
          <summary>
            {{ t('shelf.fileKits.other', { count: need.others.length }) }}
          </summary>
          <div v-for="other in need.others" :key="other.name">
            <span class="mono">{{ other.name }}</span> <span class="mute">{{ other.why }}</span>
          </div>
        </details>
      </div>
    </div>
  </section>
</template>

<style scoped>
.kit {
  margin: 12px 0;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.kit h2 {
  margin: 0;
}
.need {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr);
  gap: 6px;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
</style>
