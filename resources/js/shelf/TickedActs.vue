<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import NewJobDialog from '../bench/NewJobDialog.vue'
import type { FileSummary } from '../generated/api'

/** What can be done with the ticked files, all at once. */
const props = defineProps<{ files: FileSummary[] }>()
const emit = defineEmits<{ untick: [] }>()

const router = useRouter()
const { send, refused, busy } = useSend()
const { data: intents } = useAnswer('/intents')
const missing = computed(() => props.files.filter((file) => file.missing))
const present = computed(() => props.files.filter((file) => !file.missing && file.problem === null))
/** The file that a job would be about: the first whose kind a wish begins with; builds before all others. */
const subject = computed(() => {
  const kinds = (intents.value?.intents ?? []).flatMap((one) => one.takes)
  return [...present.value]
    .sort((a, b) => Number(b.kind === 'build') - Number(a.kind === 'build'))
    .find((file) => kinds.includes(file.kind ?? ''))
})
const isPlanning = ref(false)
const says = ref('')

async function check(): Promise<void> {
  for (const { id } of present.value)
    await send(() => client.POST('/shelf/{package}/check', { params: { path: { package: id } } }))
  says.value = t('shelf.tickedActs.imagesFilesBeingCompared', { count: present.value.length })
}
async function forget(): Promise<void> {
  for (const { id } of missing.value)
    await send(() => client.DELETE('/shelf/{package}', { params: { path: { package: id } } }))
  emit('untick')
}
</script>

<template>
  <div v-if="files.length" class="ticked" role="region" :aria-label="t('shelf.tickedActs.tickedFiles')">
    <b>{{ t('shelf.tickedActs.filesTicked', { count: files.length }) }}</b>
    <button v-if="subject" type="button" class="btn small" @click="isPlanning = true">
      {{ t('shelf.tickedActs.planJob', { count: files.length }) }}
    </button>
    <button v-if="present.length" type="button" class="btn small" :disabled="busy" @click="check">
      {{ t('shelf.tickedActs.compareImages', { count: present.length }) }}
    </button>
    <button v-if="missing.length" type="button" class="btn small erase" :disabled="busy" @click="forget">
      {{ t('shelf.tickedActs.forgetMissing', { count: missing.length }) }}
    </button>
    <button type="button" class="btn small" @click="emit('untick')">{{ t('shelf.tickedActs.tickNone') }}</button>
    <span v-if="says" class="small" role="status">{{ says }}</span>
    <ErrorNote :error="refused" />
  </div>
  <NewJobDialog
    v-if="isPlanning && subject"
    v-model="isPlanning"
    :file="{ id: subject.id, title: subject.title, kind: subject.kind }"
    :beside="present.filter((file) => file !== subject).map((file) => file.id)"
    @opened="(job) => router.push(`/jobs/${job}`)"
  />
</template>

<style scoped>
.ticked {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding: 8px 12px;
  margin-bottom: 12px;
  background: var(--slate-soft);
  border-radius: 4px;
  position: sticky;
  top: 70px;
  z-index: 3;
}
</style>
