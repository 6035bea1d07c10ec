<script setup lang="ts">
import { t } from '../app/i18n'
import type { SheetForm } from './blank'
import SizeInput from './SizeInput.vue'

const rows = defineModel<SheetForm['partitions']>({ required: true })
const marks = {
  perSlot: t('sheet.partitionRows.perSlot'),
  logical: t('sheet.partitionRows.super'),
  firmware: 'firmware',
  startsSystem: t('sheet.partitionRows.mustMatchOs'),
  verification: 'verification',
} as const

const add = (): void => void rows.value.push({ name: '' })
const drop = (index: number): void => void rows.value.splice(index, 1)
</script>

<template>
  <div class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('sheet.partitionRows.name') }}</th>
          <th>{{ t('common.size') }}</th>
          <th v-for="(name, key) in marks" :key="key">{{ name }}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, index) in rows" :key="index">
          <td>
            <input
              v-model.trim="row.name"
              class="mono"
              :aria-label="t('sheet.partitionRows.namePartition', { index: index + 1 })"
              size="12"
            />
          </td>
          <td>
            <SizeInput
              :model-value="row.sizeBytes || undefined"
              :name="`size-${index + 1}`"
              :label="t('sheet.partitionRows.sizePartition', { index: index + 1 })"
              @update:model-value="row.sizeBytes = $event"
            />
          </td>
          <td v-for="(name, key) in marks" :key="key">
            <input v-model="row[key]" type="checkbox" :aria-label="`${row.name}: ${name}`" />
          </td>
          <td>
            <button
              type="button"
              class="btn small"
              :aria-label="t('sheet.partitionRows.leaveOut', { name: row.name })"
              @click="drop(index)"
            >
              {{ t('common.leaveOut') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <button type="button" class="btn small" @click="add">{{ t('sheet.partitionRows.anotherPartition') }}</button>
</template>
