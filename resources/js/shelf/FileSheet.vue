<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { inSentence, t } from '../app/i18n'
import { containerName } from '../app/names'
import ErrorNote from '../app/ErrorNote.vue'
import { bytes, exactBytes, sourceName, valueText } from '../app/format'
import type { FileAnswer } from '../generated/api'
import FileFacts from './FileFacts.vue'
import FileKits from './FileKits.vue'
import ImageList from './ImageList.vue'
import IntegrityMark from './IntegrityMark.vue'
import { factNames } from './names'
import SpaceBars from './SpaceBars.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const NewJobDialog = defineAsyncComponent(() => import('../bench/NewJobDialog.vue'))
const CardDialog = defineAsyncComponent(() => import('./CardDialog.vue'))

const props = defineProps<{ id: number }>()
const emit = defineEmits<{ close: [] }>()
const where = computed(() => ({ package: props.id }))
/** Nothing of it is being read, compared or taken out. */
const isSettled = (file: FileAnswer): boolean => {
  const isRead = file.sha256 !== null || file.hashedBytes >= file.sizeBytes
  const isCompared = file.imageCheck === null || file.imageCheck.status === 'done'
  const isTakenOut = !['begun', 'taking'].includes(file.extraction?.status ?? '')
  return isRead && isCompared && isTakenOut
}
const beat = (file: FileAnswer | null): number => (file !== null && isSettled(file) ? 5000 : 1500)
const { data: file, error } = useAnswer('/shelf/{package}', () => ({ path: where.value }), beat)
const { send, refused } = useSend()
const cardOpen = ref(false)
const other = ref('')
const router = useRouter()
const isNewJob = ref(false)
const { data: intents } = useAnswer('/intents')
/** Whether there is a job that begins with a file of this kind. */
const canBegin = computed(() =>
  (intents.value?.intents ?? []).some((one) => one.takes.includes(file.value?.kind ?? '')),
)
const needed = computed(() => [
  ...new Set((file.value?.servedBy ?? []).map((one) => t('shelf.fileSheet.on', { build: one.build, unit: one.unit }))),
])

async function forget(): Promise<void> {
  if (await send(() => client.DELETE('/shelf/{package}', { params: { path: where.value } }))) emit('close')
}
</script>

<template>
  <aside class="sheet file" :aria-label="t('common.file')">
    <ErrorNote :error="refused ?? error" />
    <template v-if="file">
      <div class="head">
        <h2>{{ file.title }}</h2>
        <button type="button" class="btn small" @click="emit('close')">{{ t('common.close') }}</button>
      </div>
      <div class="mono small name">{{ file.path }}</div>
      <p class="mt-2"><IntegrityMark :file="file" /></p>
      <p class="small">{{ file.integrityReason }}</p>
      <p v-if="file.cardProblem" class="warn small">{{ file.cardProblem }}</p>
      <p v-for="twin in file.twins" :key="twin.id" class="small warn">
        {{ t('shelf.fileSheet.sameContentAs') }} <span class="mono">{{ twin.name }}</span>.
      </p>
      <div v-for="conflict in file.conflictsOf" :key="conflict.name" class="conflict">
        <b>{{
          t('shelf.fileSheet.sourcesDisagreeAbout', {
            fact: inSentence(factNames[conflict.name] ?? conflict.name),
          })
        }}</b>
        <div v-for="(fact, index) in conflict.statements" :key="index">
          <span class="mono">{{ valueText(fact.value) }}</span>
          <span class="mute small">{{ sourceName[fact.source] }}, {{ fact.where }}</span>
        </div>
      </div>
      <p v-for="line in file.notUnderstood" :key="line" class="warn small">
        {{ t('shelf.fileSheet.notUnderstood') }} <span class="mono">{{ line }}</span>
      </p>
      <div class="acts">
        <button v-if="canBegin && !file.missing" type="button" class="btn act small" @click="isNewJob = true">
          {{ t('shelf.fileSheet.planJob') }}
        </button>
        <button type="button" class="btn small" @click="cardOpen = true">
          {{ file.card ? t('shelf.fileSheet.changeItsCard') : t('shelf.fileSheet.writeItsCard') }}
        </button>
        <button
          v-if="file.images.length && file.container !== 'sparse image'"
          type="button"
          class="btn small"
          :disabled="file.imageCheck !== null && file.imageCheck.status !== 'done'"
          @click="send(() => client.POST('/shelf/{package}/check', { params: { path: where } }))"
        >
          {{ t('shelf.fileSheet.compareItsImages') }}
        </button>
        <label v-if="file.others.length" class="small"
          >{{ t('shelf.fileSheet.compare') }}
          <select v-model="other" :aria-label="t('shelf.fileSheet.compareAnotherFile')">
            <option v-for="one in file.others" :key="one.id" :value="String(one.id)">{{ one.name }}</option>
          </select></label
        >
        <RouterLink v-if="other" class="btn small" :to="`/shelf/${id}/compare/${other}`">{{
          t('common.compare')
        }}</RouterLink>
        <button v-if="file.missing" type="button" class="btn small erase" @click="forget">
          {{ t('shelf.fileSheet.forgetFile') }}
        </button>
      </div>
      <dl>
        <dt>{{ t('shelf.fileSheet.container') }}</dt>
        <dd>{{ file.container === null ? t('shelf.fileSheet.notReadable') : containerName(file.container) }}</dd>
        <dt>{{ t('common.size') }}</dt>
        <dd>
          {{ bytes(file.sizeBytes) }} <span class="mute small mono">{{ exactBytes(file.sizeBytes) }}</span>
        </dd>
        <dt>{{ t('shelf.fileSheet.sha256') }}</dt>
        <dd class="mono small hash">{{ file.sha256 ?? t('shelf.fileSheet.notComputed') }}</dd>
        <template v-for="(sum, algorithm) in file.sums" :key="algorithm"
          ><dt>{{ String(algorithm).toUpperCase() }}</dt>
          <dd class="mono small hash">{{ sum }}</dd></template
        >
      </dl>
      <SpaceBars :spaces="file.spaces" />
      <FileKits :id="id" :kits="file.kits" />
      <p v-if="needed.length" class="small">
        <b>{{ t('shelf.fileSheet.serves') }}</b> {{ needed.join(', ') }}.
      </p>
      <FileFacts :file="file.id" :facts="file.facts" :typed="file.typed" />
      <ImageList :file="file" />
    </template>
    <NewJobDialog
      v-if="file && isNewJob"
      v-model="isNewJob"
      :file="{ id: file.id, title: file.title, kind: file.kind }"
      @opened="(job) => router.push(`/jobs/${job}`)"
    />
    <CardDialog v-if="file && cardOpen" v-model="cardOpen" :file="file" />
  </aside>
</template>

<style scoped>
.file {
  padding: 14px 16px;
  position: sticky;
  top: 76px;
  max-height: calc(100vh - 90px);
  overflow: auto;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
}
.name,
.hash {
  overflow-wrap: anywhere;
}
.warn {
  border-left: 3px solid var(--brass);
  padding-left: 8px;
  margin: 8px 0;
}
.conflict {
  border: 1px solid var(--brass);
  border-radius: 4px;
  padding: 8px 10px;
  margin: 8px 0;
}
.acts {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
  margin: 10px 0;
}
.acts select {
  max-width: 190px;
}
dl {
  display: grid;
  grid-template-columns: 90px 1fr;
  row-gap: 4px;
  margin: 12px 0;
}
dt {
  color: var(--mute);
}
dd {
  margin: 0;
}
@media (max-width: 1000px) {
  .file {
    position: static;
    max-height: none;
  }
}
</style>
