<script setup lang="ts">
import { t } from '../app/i18n'
import type { SheetForm } from './blank'

const rows = defineModel<SheetForm['variants']>({ required: true })
const columns = {
  model: t('common.modelNumber'),
  chipset: t('common.chipset'),
  region: t('common.region'),
  carrier: t('sheet.variantRows.carrier'),
  note: t('common.note'),
} as const

const add = (): void => void rows.value.push({ model: '' })
const drop = (index: number): void => void rows.value.splice(index, 1)
</script>

<template>
  <div class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th v-for="(name, key) in columns" :key="key">{{ name }}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, index) in rows" :key="index">
          <td v-for="(name, key) in columns" :key="key">
            <input
              v-model.trim="row[key]"
              :name="`${key}-${index}`"
              :aria-label="t('sheet.variantRows.variant', { name, index: index + 1 })"
              :class="{ mono: key === 'model' }"
              size="10"
            />
          </td>
          <td>
            <button
              v-if="rows.length > 1"
              type="button"
              class="btn small"
              :aria-label="t('sheet.variantRows.leaveOutVariant', { index: index + 1 })"
              @click="drop(index)"
            >
              {{ t('common.leaveOut') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <button type="button" class="btn small" @click="add">{{ t('sheet.variantRows.anotherVariant') }}</button>
</template>
