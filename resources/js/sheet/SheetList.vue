<script setup lang="ts">
import { useRouter } from 'vue-router'
import ErrorNote from '../app/ErrorNote.vue'
import { useAnswer } from '../app/useAnswer'

const router = useRouter()
const { data, error } = useAnswer('/sheets')
const homes: Record<string, string> = { recovery: 'own partition', boot: 'in boot', vendor_boot: 'in vendor boot' }
const layouts: Record<string, string> = { native: 'native', retrofit: 'retrofit', none: 'none' }
</script>

<template>
  <ErrorNote :error="error" />
  <p class="mute small">
    A model sheet says what is true of every phone with one codename.
    <RouterLink class="btn small" to="/sheets/new">New sheet</RouterLink>
  </p>
  <div class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th>Codename</th>
          <th>Model</th>
          <th>Variants</th>
          <th>Slots</th>
          <th>Recovery</th>
          <th>Dynamic layout</th>
          <th>Phones</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="sheet in data?.sheets ?? []"
          :key="sheet.codename"
          class="link"
          tabindex="0"
          @click="router.push(`/sheets/${sheet.codename}`)"
          @keydown.enter="router.push(`/sheets/${sheet.codename}`)"
        >
          <td class="mono">
            <b>{{ sheet.codename }}</b>
          </td>
          <td>{{ sheet.name }}</td>
          <td class="mono wrap">{{ sheet.models.join(', ') }}</td>
          <td>{{ sheet.slots }}</td>
          <td>{{ homes[sheet.recoveryHome] }}</td>
          <td>{{ layouts[sheet.dynamicLayout] }}</td>
          <td>{{ sheet.units }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="data?.sheets.length === 0" class="empty">
    There is no sheet yet. Make one for the phone in your hand; ten minutes are enough.
  </p>
</template>
