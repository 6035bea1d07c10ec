<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import TakeInDialog from '../app/TakeInDialog.vue'
import ErrorNote from '../app/ErrorNote.vue'
import { useAnswer } from '../app/useAnswer'

const router = useRouter()
const packOpen = ref(false)
const { data, error } = useAnswer('/sheets')
const homes: Record<string, string> = {
  recovery: t('sheet.sheetList.ownPartition'),
  boot: t('sheet.sheetList.boot'),
  vendor_boot: t('sheet.sheetList.vendorBoot'),
}
const layouts: Record<string, string> = { native: 'native', retrofit: 'retrofit', none: 'none' }
</script>

<template>
  <ErrorNote :error="error" />
  <p class="mute small">
    {{ t('sheet.sheetList.modelSheetSaysWhat') }}
    <RouterLink class="btn small" to="/sheets/new">{{ t('sheet.sheetList.newSheet') }}</RouterLink>
    <a class="btn small" href="/api/sheet-pack" download="tornavis-sheets.json">{{
      t('sheet.sheetList.saveAllSheetsAs')
    }}</a>
    <button type="button" class="btn small" @click="packOpen = true">{{ t('sheet.sheetList.takePack') }}</button>
  </p>
  <div class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('common.codename') }}</th>
          <th>{{ t('common.model') }}</th>
          <th>{{ t('sheet.sheetList.variants') }}</th>
          <th>{{ t('common.slots') }}</th>
          <th>{{ t('common.recovery') }}</th>
          <th>{{ t('sheet.sheetList.dynamicLayout') }}</th>
          <th>{{ t('sheet.sheetList.phones') }}</th>
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
          <td>{{ sheet.slots ?? t('common.notKnown') }}</td>
          <td>{{ sheet.recoveryHome ? homes[sheet.recoveryHome] : t('common.notKnown') }}</td>
          <td>{{ sheet.dynamicLayout ? layouts[sheet.dynamicLayout] : t('common.notKnown') }}</td>
          <td>{{ sheet.units }}</td>
        </tr>
      </tbody>
    </table>
  </div>
  <p v-if="data?.sheets.length === 0" class="empty">
    {{ t('sheet.sheetList.thereNoSheetYet') }}
    <RouterLink to="/start">{{ t('sheet.sheetList.pasteWhatPhoneYour') }}</RouterLink>{{
      t('sheet.sheetList.writesItself')
    }}
  </p>
  <TakeInDialog
    v-if="packOpen"
    v-model="packOpen"
    :title="t('sheet.sheetList.packModelSheets')"
    path="/sheet-pack"
    :label="t('sheet.sheetList.takePack')"
    name="pack"
  >
    {{ t('sheet.sheetList.modelSheetsFromElsewhere') }}
  </TakeInDialog>
</template>
