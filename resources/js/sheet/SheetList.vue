<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import TakeInDialog from '../app/TakeInDialog.vue'
import ErrorNote from '../app/ErrorNote.vue'
import { useAnswer } from '../app/useAnswer'

const router = useRouter()
const packOpen = ref(false)
const { data, error } = useAnswer('/sheets')
const homes: Record<string, string> = { recovery: 'own partition', boot: 'in boot', vendor_boot: 'in vendor boot' }
const layouts: Record<string, string> = { native: 'native', retrofit: 'retrofit', none: 'none' }
</script>

<template>
  <ErrorNote :error="error" />
  <p class="mute small">
    A model sheet says what is true of every phone with one codename.
    <RouterLink class="btn small" to="/sheets/new">New sheet</RouterLink>
    <a class="btn small" href="/api/sheet-pack" download="tornavis-sheets.json">Save all sheets as a pack</a>
    <button type="button" class="btn small" @click="packOpen = true">Take a pack in</button>
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
          <td>{{ sheet.slots ?? 'not known' }}</td>
          <td>{{ sheet.recoveryHome ? homes[sheet.recoveryHome] : 'not known' }}</td>
          <td>{{ sheet.dynamicLayout ? layouts[sheet.dynamicLayout] : 'not known' }}</td>
          <td>{{ sheet.units }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="data?.sheets.length === 0" class="empty">
    There is no sheet yet. <RouterLink to="/start">Paste what the phone in your hand prints</RouterLink>; it writes
    itself.
  </p>
  <TakeInDialog
    v-if="packOpen"
    v-model="packOpen"
    title="Pack of model sheets"
    path="/sheet-pack"
    label="Take a pack in"
    name="pack"
  >
    Model sheets from elsewhere, with their sources. They add what is not known here and overrule nothing; where both
    differ, both are shown.
  </TakeInDialog>
</template>
