<script setup lang="ts">
import { computed, onMounted, provide, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import { encryptionName } from '../app/names'
import ErrorNote from '../app/ErrorNote.vue'
import SkeletonRows from '../app/SkeletonRows.vue'
import TopBar from '../app/TopBar.vue'
import type { ModelSheet } from '../generated/api'
import { blankSheet, classes, inForm, list, startedFrom, tidy, words, type SheetForm } from './blank'
import DeleteSheet from './DeleteSheet.vue'
import KeyRows from './KeyRows.vue'
import PartitionRows from './PartitionRows.vue'
import SheetField from './SheetField.vue'
import SheetFromFile from './SheetFromFile.vue'
import SheetHistory from './SheetHistory.vue'
import SheetSources from './SheetSources.vue'
import { firstFields, firstKey } from './first'
import { enteredOver, sourceOf } from './sources'
import SizeInput from './SizeInput.vue'
import StartFields from './StartFields.vue'
import UnlockField from './UnlockField.vue'
import VariantRows from './VariantRows.vue'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

const props = defineProps<{ codename: string }>()
const router = useRouter()
const fresh = computed(() => props.codename === 'new')
const sheet = ref<SheetForm>(blankSheet())
const before = ref<ModelSheet | null>(null)
/** With the usual table that was put in; what differs was said by a person. */
const started = ref<ModelSheet | null>(null)
const { send, sendQuestion, refused, forget } = useSend()
const kept = ref('')
const saved = computed(() => JSON.stringify(tidy(sheet.value)) === kept.value)

const { data: asked, error: notAnswered } = useAnswer('/sheets/{sheet}/decides', () =>
  fresh.value ? null : { path: { sheet: props.codename } },
)
/** Fields that decide something for a job that is open, and those that nobody has read yet. */
const first = computed(() => firstFields(before.value, asked.value))
provide(firstKey, first)
/** Both answers are there: how the page stands is decided once, so that nothing moves under a hand. */
const isReady = computed(() => fresh.value || (before.value !== null && (asked.value ?? notAnswered.value) !== null))
/** A new sheet shows everything: nothing of it is known. */
const restOpen = ref(false)
watch(isReady, (ready) => ready && (restOpen.value = fresh.value || first.value.size === 0), { immediate: true })

const source = (field: string) => sourceOf(sheet.value, field)

async function load(): Promise<void> {
  if (fresh.value) return
  const there = await sendQuestion(() => client.GET('/sheets/{sheet}', { params: { path: { sheet: props.codename } } }))
  if (!there) return
  sheet.value = inForm(there.data)
  before.value = structuredClone(there.data)
  kept.value = JSON.stringify(tidy(sheet.value))
}

function startFrom(name: string): void {
  sheet.value = startedFrom(sheet.value, name)
  started.value = JSON.parse(JSON.stringify(tidy(sheet.value))) as ModelSheet
}

function takeFile(given: ModelSheet): void {
  sheet.value = inForm(given)
  forget()
}

async function keep(): Promise<void> {
  const tidied = enteredOver(before.value ?? started.value, tidy(sheet.value))
  const path = { codename: tidied.codename }
  if (!(await send(() => client.PUT('/sheets/{codename}', { params: { path }, body: tidied })))) return
  sheet.value = inForm(tidied)
  before.value = JSON.parse(JSON.stringify(tidied)) as ModelSheet
  kept.value = JSON.stringify(tidy(sheet.value))
  if (fresh.value) await router.push(`/sheets/${tidied.codename}`)
}

onMounted(load)
</script>

<template>
  <TopBar>
    <h1>
      {{ t('sheet.sheetPage.modelSheet') }} <span class="mono">{{ fresh ? '' : codename }}</span>
    </h1>
    <div class="mute small">
      {{ t('sheet.sheetPage.whatTrueEveryPhone') }}
    </div>
    <template #acts>
      <a v-if="!fresh" class="btn" :href="`/api/sheets/${codename}`" :download="`${codename}.json`">{{
        t('sheet.sheetPage.saveAsFile')
      }}</a>
      <button type="button" class="btn act" :disabled="saved || sheet.codename === ''" @click="keep">
        {{ saved ? t('sheet.sheetPage.kept') : t('sheet.sheetPage.keepSheet') }}
      </button>
    </template>
  </TopBar>
  <div class="page">
    <ErrorNote :error="refused" />
    <SkeletonRows v-if="!isReady && !refused" />
    <div v-show="isReady">
      <SheetFromFile v-if="fresh" @sheet="takeFile" />
      <section v-show="first.size && !fresh">
        <h2>{{ t('sheet.sheetPage.whatOpenJobsDepend') }}</h2>
        <div id="sheet-first" />
      </section>
      <details class="rest" :open="restOpen">
        <summary>{{ first.size === 0 ? t('sheet.sheetPage.allFields') : t('sheet.sheetPage.allOtherFields') }}</summary>
        <SheetField :label="t('common.codename')" field="codename" v-bind="source('codename')"
          ><label
            ><input
              v-model.trim="sheet.codename"
              name="codename"
              class="mono"
              :disabled="!fresh"
              :placeholder="t('sheet.sheetPage.smallLettersDigits')"
              :aria-label="t('common.codename')" /></label
        ></SheetField>
        <SheetField :label="t('sheet.sheetPage.maker')" field="maker" v-bind="source('maker')"
          ><label><input v-model.trim="sheet.maker" name="maker" :aria-label="t('sheet.sheetPage.maker')" /></label
        ></SheetField>
        <SheetField :label="t('common.shopName')" field="name" v-bind="source('name')"
          ><label><input v-model.trim="sheet.name" name="name" :aria-label="t('common.shopName')" /></label
        ></SheetField>
        <SheetField :label="t('sheet.sheetPage.alsoSoldAs')" field="alsoSoldAs"
          ><label
            ><input
              :value="words(sheet.alsoSoldAs)"
              name="alsoSoldAs"
              :placeholder="t('common.oneAnother')"
              :aria-label="t('sheet.sheetPage.alsoSoldAs')"
              @change="sheet.alsoSoldAs = list(($event.target as HTMLInputElement).value)" /></label
        ></SheetField>
        <SheetField :label="t('sheet.sheetPage.variants')" field="variants" v-bind="source('variants.model')"
          ><VariantRows v-model="sheet.variants"
        /></SheetField>
        <SheetField :label="t('common.processor')" field="architecture" v-bind="source('architecture')"
          ><label
            ><select v-model="sheet.architecture" name="architecture" :aria-label="t('common.processor')">
              <option v-if="sheet.version === 2" :value="undefined">{{ t('common.notKnown') }}</option>
              <option v-for="one in ['arm64', 'arm', 'arm_binder64', 'x86_64']" :key="one">{{ one }}</option>
            </select></label
          ></SheetField
        >
        <SheetField :label="t('sheet.sheetPage.coveredByBuilds')" field="aliases" v-bind="source('aliases')"
          ><label
            ><input
              :value="words(sheet.aliases)"
              name="aliases"
              class="mono"
              :aria-label="t('sheet.sheetPage.aliases')"
              @change="sheet.aliases = list(($event.target as HTMLInputElement).value)" /></label
        ></SheetField>
        <SheetField :label="t('sheet.sheetPage.launchedApi')" field="launchApi" v-bind="source('launchApi')"
          ><label
            ><input
              v-model.number="sheet.launchApi"
              type="number"
              min="0"
              name="launchApi"
              :aria-label="t('sheet.sheetPage.launchedApi')" /></label
        ></SheetField>
        <SheetField v-if="fresh" :label="t('sheet.sheetPage.startFromUsualTable')" field="partitions"
          ><button v-for="(one, key) in classes" :key="key" type="button" class="btn small" @click="startFrom(key)">
            {{ one.words }}
          </button></SheetField
        >
        <SheetField :label="t('common.slots')" field="slots" v-bind="source('slots')"
          ><label
            ><select v-model="sheet.slots" name="slots" :aria-label="t('common.slots')">
              <option v-if="sheet.version === 2" :value="undefined">{{ t('common.notKnown') }}</option>
              <option :value="1">{{ t('sheet.sheetPage.one') }}</option>
              <option :value="2">{{ t('sheet.sheetPage.two') }}</option>
            </select></label
          ></SheetField
        >
        <SheetField :label="t('sheet.sheetPage.recoveryLives')" field="recoveryHome" v-bind="source('recoveryHome')"
          ><label
            ><select v-model="sheet.recoveryHome" name="recoveryHome" :aria-label="t('sheet.sheetPage.recoveryLives')">
              <option v-if="sheet.version === 2" :value="undefined">{{ t('common.notKnown') }}</option>
              <option value="recovery">{{ t('sheet.sheetPage.itsOwnPartition') }}</option>
              <option value="boot">{{ t('sheet.sheetPage.boot') }}</option>
              <option value="vendor_boot">{{ t('sheet.sheetPage.vendorBoot') }}</option>
            </select></label
          ></SheetField
        >
        <SheetField :label="t('sheet.sheetPage.dynamicLayout')" field="dynamicLayout" v-bind="source('dynamicLayout')"
          ><label
            ><select
              v-model="sheet.dynamicLayout"
              name="dynamicLayout"
              :aria-label="t('sheet.sheetPage.dynamicLayout')"
            >
              <option v-if="sheet.version === 2" :value="undefined">{{ t('common.notKnown') }}</option>
              <option value="native">{{ t('sheet.sheetPage.native') }}</option>
              <option value="retrofit">{{ t('sheet.sheetPage.retrofit') }}</option>
              <option value="none">{{ t('sheet.sheetPage.none') }}</option>
            </select></label
          ></SheetField
        >
        <SheetField
          v-if="sheet.dynamicLayout !== 'none'"
          :label="t('common.super')"
          field="superBytes"
          v-bind="source('superBytes')"
          ><SizeInput v-model="sheet.superBytes" name="superBytes" :label="t('sheet.sheetPage.sizeSuper')"
        /></SheetField>
        <SheetField :label="t('sheet.sheetPage.partitions')" field="partitions"
          ><PartitionRows v-model="sheet.partitions"
        /></SheetField>
        <SheetField :label="t('common.keys')" field="keys"><KeyRows v-model="sheet.keys" /></SheetField>
        <SheetField :label="t('sheet.sheetPage.fileSystems')" field="fileSystems" v-bind="source('fileSystems')"
          ><label v-for="one in ['f2fs', 'ext4']" :key="one"
            ><input v-model="sheet.fileSystems" type="checkbox" :value="one" /> {{ one }}</label
          ></SheetField
        >
        <SheetField :label="t('sheet.sheetPage.encryption')" field="encryptions"
          ><label v-for="one in ['none', 'disk', 'file', 'metadata'] as const" :key="one"
            ><input v-model="sheet.encryptions" type="checkbox" :value="one" /> {{ encryptionName(one) }}</label
          ></SheetField
        >
        <UnlockField v-model="sheet.unlock" />
        <SheetField :label="t('sheet.sheetPage.rollbackIndex')" field="rollbackIndex"
          ><label
            ><input
              v-model.number="sheet.rollbackIndex"
              type="number"
              min="0"
              name="rollbackIndex"
              :aria-label="t('sheet.sheetPage.rollbackIndex')" /></label
        ></SheetField>
        <SheetField :label="t('sheet.sheetPage.identityPartition')" field="identityPartition"
          ><label
            ><input
              v-model.trim="sheet.identityPartition"
              name="identityPartition"
              class="mono"
              :aria-label="t('sheet.sheetPage.identityPartition')" /></label
        ></SheetField>
        <StartFields v-model="sheet" />
        <SheetField :label="t('sheet.sheetPage.secondSystem')" field="secondSystem"
          ><label
            ><input v-model="sheet.secondSystem" type="checkbox" /> {{ t('sheet.sheetPage.canHoldOne') }}</label
          ></SheetField
        >
        <SheetField :label="t('common.battery')" field="battery">
          <label
            >{{ t('sheet.sheetPage.percentMinuteWhileCharging') }}
            <input
              v-model.number="sheet.battery.chargePercentPerMinute"
              type="number"
              min="0"
              step="0.05"
              name="charge"
          /></label>
          <label
            >{{ t('sheet.sheetPage.percentMinuteScreen') }}
            <input v-model.number="sheet.battery.drainPercentPerMinute" type="number" min="0" step="0.05" name="drain"
          /></label>
        </SheetField>
      </details>
      <SheetSources :sheet="sheet" />
      <SheetHistory v-if="!fresh" :codename="codename" @bring="(old) => (sheet = inForm(old))" />
      <DeleteSheet v-if="!fresh" :codename="codename" :kept="before" />
    </div>
  </div>
</template>

<style scoped>
.rest > summary {
  cursor: pointer;
  padding: 10px 0;
  font-weight: 700;
}
</style>
