<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import type { SheetForm } from './blank'
import SheetField from './SheetField.vue'
import { sourceOf } from './sources'

/** Where a computer writes, and by what the phone checks what it starts: each yes, no or not known. */
const sheet = defineModel<SheetForm>({ required: true })

/** What a whole sheet does not name, the phone does not have, or its table of partitions says. */
const isDraft = computed(() => sheet.value.version === 2)
const source = (field: string) => sourceOf(sheet.value, field)
</script>

<template>
  <SheetField :label="t('sheet.startFields.pcFlash')" field="pcFlash" v-bind="source('pcFlash')"
    ><label
      ><select v-model="sheet.pcFlash" name="pcFlash" :aria-label="t('sheet.startFields.pcFlash')">
        <option v-if="isDraft" :value="undefined">{{ t('common.notKnown') }}</option>
        <option v-if="!isDraft && sheet.pcFlash !== false" :value="undefined">
          {{ t('sheet.startFields.inBootloader') }}
        </option>
        <option v-else :value="false">{{ t('sheet.startFields.inBootloader') }}</option>
        <option :value="true">{{ t('sheet.startFields.inPcFlash') }}</option>
      </select></label
    ></SheetField
  >
  <SheetField :label="t('sheet.startFields.verification')" field="verification" v-bind="source('verification')"
    ><label
      ><select v-model="sheet.verification" name="verification" :aria-label="t('sheet.startFields.verification')">
        <option :value="undefined">{{ isDraft ? t('common.notKnown') : t('sheet.startFields.asTable') }}</option>
        <option :value="true">{{ t('sheet.startFields.inPartition') }}</option>
        <option :value="false">{{ t('sheet.startFields.none') }}</option>
      </select></label
    ></SheetField
  >
  <SheetField :label="t('sheet.startFields.unverified')" field="unverified" v-bind="source('unverified')"
    ><label
      ><select v-model="sheet.unverified" name="unverified" :aria-label="t('sheet.startFields.unverified')">
        <option :value="undefined">{{ t('common.notKnown') }}</option>
        <option value="warns">{{ t('sheet.startFields.warns') }}</option>
        <option value="refuses">{{ t('sheet.startFields.refuses') }}</option>
      </select></label
    ></SheetField
  >
</template>
