<script setup lang="ts">
import type { SheetForm } from './blank'
import SheetField from './SheetField.vue'

/** How long the maker makes one wait before a bootloader can be unlocked, and on which terms. */
const unlock = defineModel<SheetForm['unlock']>({ required: true })
const valueOf = (event: Event): HTMLInputElement => event.target as HTMLInputElement
</script>

<template>
  <SheetField label="Unlocking" field="unlock">
    <label
      >hours to wait
      <input
        :value="unlock?.waitHours"
        type="number"
        min="0"
        name="waitHours"
        @input="unlock = { ...unlock, waitHours: valueOf($event).valueAsNumber }"
    /></label>
    <label
      >maker's terms
      <input
        :value="unlock?.note"
        name="unlockNote"
        @input="unlock = { waitHours: unlock?.waitHours ?? NaN, note: valueOf($event).value }"
    /></label>
  </SheetField>
</template>
