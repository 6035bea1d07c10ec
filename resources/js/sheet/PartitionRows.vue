<script setup lang="ts">
import type { SheetForm } from './blank'
import SizeInput from './SizeInput.vue'

const rows = defineModel<SheetForm['partitions']>({ required: true })
const marks = {
  perSlot: 'per slot',
  logical: 'in super',
  firmware: 'firmware',
  startsSystem: 'must match the OS',
  verification: 'verification',
} as const

const add = (): void => void rows.value.push({ name: '', sizeBytes: 0, perSlot: false })
const drop = (index: number): void => void rows.value.splice(index, 1)
</script>

<template>
  <div class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th>Name</th>
          <th>Size</th>
          <th v-for="(name, key) in marks" :key="key">{{ name }}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, index) in rows" :key="index">
          <td>
            <input v-model.trim="row.name" class="mono" :aria-label="`Name of partition ${index + 1}`" size="12" />
          </td>
          <td>
            <SizeInput
              :model-value="row.sizeBytes || undefined"
              :name="`size-${index + 1}`"
              :label="`Size of partition ${index + 1}`"
              @update:model-value="row.sizeBytes = $event ?? 0"
            />
          </td>
          <td v-for="(name, key) in marks" :key="key">
            <input v-model="row[key]" type="checkbox" :aria-label="`${row.name}: ${name}`" />
          </td>
          <td>
            <button type="button" class="btn small" :aria-label="`Leave out ${row.name}`" @click="drop(index)">
              Leave out
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
  <button type="button" class="btn small" @click="add">Another partition</button>
</template>
