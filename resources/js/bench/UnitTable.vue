<script setup lang="ts">
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import { encryptionName } from '../app/names'
import type { UnitCard } from '../generated/api'
import { jobWords } from './words'

defineProps<{ units: UnitCard[] }>()
const router = useRouter()
</script>

<template>
  <div class="scroll-x">
    <table class="rows">
      <thead>
        <tr>
          <th>{{ t('common.phone') }}</th>
          <th>{{ t('common.codename') }}</th>
          <th>{{ t('common.model') }}</th>
          <th>{{ t('common.slots') }}</th>
          <th>{{ t('common.data') }}</th>
          <th>{{ t('common.battery') }}</th>
          <th>{{ t('bench.unitTable.job') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="unit in units"
          :key="unit.label"
          class="link"
          tabindex="0"
          @click="router.push(`/bench/${unit.label}`)"
          @keydown.enter="router.push(`/bench/${unit.label}`)"
        >
          <td class="mono">{{ unit.label }}</td>
          <td class="mono">
            <b>{{ unit.codename ?? '?' }}</b>
          </td>
          <td>{{ unit.model ?? t('common.unknown') }}</td>
          <td>
            <div v-for="slot in unit.slots" :key="slot.slot">
              <span class="mono">{{ slot.slot }}{{ slot.active ? '*' : ' ' }}</span>
              {{
                t('bench.unitTable.fw', {
                  system: slot.os ?? t('common.unknown'),
                  version: slot.version,
                  firmware: slot.firmware ?? '?',
                })
              }}
            </div>
          </td>
          <td>
            {{ unit.encryption === null ? t('common.unknown') : encryptionName(unit.encryption) }},
            {{ unit.fileSystem ?? '?' }}
          </td>
          <td class="mono">{{ unit.battery === null ? '?' : `${unit.battery} %` }}</td>
          <td>
            {{ unit.job ? `${unit.job.build ?? unit.job.wanted}: ${jobWords(unit.job)}` : t('bench.unitTable.none') }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="mute small mt-2">{{ t('bench.unitTable.activeSlot') }}</p>
  </div>
</template>
