<script setup lang="ts">
import { t } from '../app/i18n'
import type { SheetForm } from './blank'
import SheetField from './SheetField.vue'

/** How long the maker makes one wait before a bootloader can be unlocked, and on which terms. */
const unlock = defineModel<SheetForm['unlock']>({ required: true })
const valueOf = (event: Event): HTMLInputElement => event.target as HTMLInputElement
</script>

<template>
  <SheetField :label="t('sheet.unlockField.unlocking')" field="unlock">
    <label
      >{{ t('sheet.unlockField.hoursWait') }}
      <input
        :value="unlock?.waitHours"
        type="number"
        min="0"
        name="waitHours"
        @input="unlock = { ...unlock, waitHours: valueOf($event).valueAsNumber }"
    /></label>
    <label
      >{{ t('sheet.unlockField.makersTerms') }}
      <input
        :value="unlock?.note"
        name="unlockNote"
        @input="unlock = { waitHours: unlock?.waitHours ?? NaN, note: valueOf($event).value }"
    /></label>
  </SheetField>
</template>
