<script setup lang="ts">
import { useRouter } from 'vue-router'
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
          <th>Phone</th>
          <th>Codename</th>
          <th>Model</th>
          <th>Slots</th>
          <th>Data</th>
          <th>Battery</th>
          <th>Job</th>
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
          <td>{{ unit.model ?? 'unknown' }}</td>
          <td>
            <div v-for="slot in unit.slots" :key="slot.slot">
              <span class="mono">{{ slot.slot }}{{ slot.active ? '*' : ' ' }}</span> {{ slot.os ?? 'unknown' }}
              {{ slot.version }} · fw {{ slot.firmware ?? '?' }}
            </div>
          </td>
          <td>{{ unit.encryption ?? 'unknown' }}, {{ unit.fileSystem ?? '?' }}</td>
          <td class="mono">{{ unit.battery === null ? '?' : `${unit.battery} %` }}</td>
          <td>{{ unit.job ? `${unit.job.build ?? unit.job.intent}: ${jobWords(unit.job)}` : 'none' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="mute small mt-2">* active slot</p>
  </div>
</template>
