<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import TopBar from '../app/TopBar.vue'
import VerdictMark from '../app/VerdictMark.vue'
import { ask, client } from '../app/client'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import type { StartAnswer } from '../generated/api'
import UploadTray from '../shelf/UploadTray.vue'
import StartJob from './StartJob.vue'
import ThingList from './ThingList.vue'
import WhatIsKnown from './WhatIsKnown.vue'
import WhereToFind from './WhereToFind.vue'
import { isText, useArrivals } from './useArrivals'

/** What have you got? One place for texts and files, in any order, until a job can be run. */
const { typed, files, decided, answer, refused, body, isEmpty, addText, addFile, drop, clear, look } = useArrivals()
const { send, refused: notKept, busy } = useSend()
const { data: bench } = useAnswer('/bench')
const tray = ref<InstanceType<typeof UploadTray>>()
const picker = ref<HTMLInputElement>()
const over = ref(false)
const label = ref('')
const kept = ref('')
const opened = ref<number | null>(null)

const examples = t('start.startPage.phonesPropertiesItsBootloaders')
const things = computed(() => answer.value?.things ?? [])
const mayKeep = computed(
  () => answer.value?.card && answer.value.known === null && !kept.value && !answer.value.draft?.contradictions.length,
)
/** The first label that is free, until the person has typed one. */
const free = computed(() => {
  const taken = new Set((bench.value?.units ?? []).map((unit) => unit.label))
  let number = 1
  while (taken.has(`P-${number}`)) number++
  return `P-${number}`
})

async function take(given: FileList | File[] | null | undefined): Promise<void> {
  over.value = false
  for (const file of given ?? []) {
    if (await isText(file)) await addFile(file)
    else tray.value?.take([file])
  }
}

function paste(event: ClipboardEvent): void {
  if (event.clipboardData?.files.length) {
    void take(event.clipboardData.files)
    return
  }
  const text = event.clipboardData?.getData('text') ?? ''
  if (!text.includes('\n')) return
  event.preventDefault()
  addText(text)
}

/** A file has arrived on the shelf; what it is, is known once it was read. */
async function arrived(name: string): Promise<void> {
  const shelf = await ask(client.GET('/shelf'))
  const newest = shelf.packages.filter((one) => one.name === name).sort((a, b) => b.id - a.id)[0]
  if (newest && !files.value.includes(newest.id)) files.value = [...files.value, newest.id]
  else await look()
}

async function keep(): Promise<void> {
  const done = await send(() =>
    client.POST('/start/keep', { body: { ...body.value, label: label.value || free.value } }),
  )
  if (done) kept.value = done.data.label
}

async function openJob(job: StartAnswer['jobs'][number]): Promise<void> {
  const unit = kept.value || answer.value?.known
  if (!unit) await keep()
  const on = kept.value || answer.value?.known
  if (!on) return
  const body = { unit: on, package: job.package, intent: 'fresh' as const }
  const made = await send(() => client.POST('/jobs', { body }))
  if (made) opened.value = made.data.id
}

function begin(): void {
  clear()
  kept.value = ''
  opened.value = null
  label.value = ''
}
</script>

<template>
  <TopBar>
    <h1>{{ t('start.startPage.whatHaveYouGot') }}</h1>
    <div class="mute small">
      {{ t('start.startPage.putDownWhatYou') }}
    </div>
    <template #acts>
      <button v-if="!isEmpty" type="button" class="btn" @click="begin">{{ t('start.startPage.clearPage') }}</button>
    </template>
  </TopBar>
  <div class="page two" :class="{ alone: isEmpty }">
    <div
      class="give"
      :class="{ over }"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="take($event.dataTransfer?.files)"
    >
      <label class="box"
        ><b>{{ t('start.startPage.pasteWhatPhoneOr') }}</b>
        <textarea
          v-model="typed"
          class="mono"
          rows="5"
          spellcheck="false"
          :aria-label="t('start.startPage.pasteOrType')"
          :placeholder="examples"
          @paste="paste"
        />
      </label>
      <div class="acts">
        <button type="button" class="btn" @click="picker?.click()">{{ t('start.startPage.chooseFiles') }}</button>
        <input
          ref="picker"
          type="file"
          multiple
          class="visually-hidden"
          :aria-label="t('start.startPage.chooseTextsBuildsImages')"
          @change="take(picker?.files)"
        />
        <span class="mute small">{{ t('start.startPage.buildsImagesGoShelf') }}</span>
      </div>
      <UploadTray ref="tray" plain @done="arrived" />
      <ErrorNote :error="refused" />
      <ThingList v-if="things.length" :things="things" @drop="drop" />
      <WhereToFind v-if="isEmpty" />
    </div>
    <div v-if="!isEmpty" class="known" aria-live="polite">
      <template v-if="answer">
        <p v-if="answer.known && answer.known !== kept" class="sheet open" role="status">
          <span
            >{{ t('start.startPage.thisIs') }}
            <RouterLink class="mono" :to="`/bench/${answer.known}`">{{ answer.known }}</RouterLink>{{
              t('start.startPage.whichBenchPasteNew')
            }}</span
          >
        </p>
        <WhatIsKnown v-model:decided="decided" :answer="answer" :kept="kept" />
        <form v-if="mayKeep" class="sheet open keep" @submit.prevent="keep">
          <label
            >{{ t('start.startPage.labelItsSticker') }}
            <input v-model.trim="label" name="label" class="mono" :placeholder="free" maxlength="40" />
          </label>
          <button type="submit" class="btn act" :disabled="busy">{{ t('start.startPage.putPhoneBench') }}</button>
        </form>
        <p v-if="kept" class="sheet open" role="status">
          <span
            ><RouterLink class="mono" :to="`/bench/${kept}`">{{ kept }}</RouterLink>
            {{ t('start.startPage.benchItsModelSheet') }}</span
          >
        </p>
        <ErrorNote :error="notKept" />
        <section v-if="answer.jobs.length && opened === null" class="sheet open" data-test="jobs">
          <h2>{{ t('start.startPage.possibleNow') }}</h2>
          <div v-for="job in answer.jobs" :key="job.package" class="job">
            <div>
              <b>{{ job.label }}: {{ job.build }}</b>
              <div class="small mute mono">{{ job.name }}</div>
            </div>
            <VerdictMark :level="job.verdict.level" :count="job.verdict.toSettle" :words="job.verdict.words" />
            <button type="button" class="btn act small" :disabled="busy" @click="openJob(job)">
              {{ t('start.startPage.planJob') }}
            </button>
          </div>
        </section>
        <p v-else-if="answer.card && opened === null" class="mute small">
          {{ t('start.startPage.noBuildHereYet', { codename: answer.card.codename }) }}
        </p>
      </template>
    </div>
    <StartJob v-if="opened !== null" :id="opened" class="whole" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
}
.two.alone {
  grid-template-columns: minmax(0, 760px);
}
.whole {
  grid-column: 1 / -1;
}
.give,
.known {
  display: grid;
  gap: 14px;
}
.give {
  padding: 4px;
  border: 2px dashed transparent;
  border-radius: 6px;
}
.give.over {
  border-color: var(--brass);
}
.box {
  display: grid;
  gap: 6px;
}
textarea {
  width: 100%;
  font-size: 13px;
  padding: 10px;
  border: 2px solid var(--slate);
  border-radius: 4px;
  resize: vertical;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
}
.open {
  padding: 12px 16px;
  margin: 0;
}
.open {
  display: grid;
  gap: 10px;
}
.keep {
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
}
.keep label {
  display: grid;
  gap: 4px;
}
.job {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  flex-wrap: wrap;
}
@media (max-width: 900px) {
  .two,
  .two.alone,
  .keep {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
