<script setup lang="ts">
import { computed, ref } from 'vue'
import ErrorNote from '../app/ErrorNote.vue'
import { dateTimeOf } from '../app/format'
import type { UnitAnswer } from '../generated/api'
import WaitClock from './WaitClock.vue'
import { useSend } from '../app/useSend'
import { client } from '../app/client'

/** The maker's wait before the bootloader may be unlocked: when it began, what is left, what comes after it. */
const props = defineProps<{ unit: UnitAnswer }>()

const here = Intl.DateTimeFormat().resolvedOptions().timeZone
const zones = Intl.supportedValuesOf('timeZone')
const at = ref('')
const zone = ref(zones.includes(here) ? here : 'UTC')
const twice = ref<string[]>([])
const { send, refused } = useSend()
const unlock = computed(() => (props.unit.sheet as { unlock?: { waitHours: number; note?: string } } | null)?.unlock)

async function start(which?: number): Promise<void> {
  const path = { unit: props.unit.card.label }
  const body = { at: at.value, zone: zone.value, ...(which === undefined ? {} : { which }) }
  const begun = await send(() => client.POST('/units/{unit}/wait', { params: { path }, body }))
  if (begun) twice.value = begun.data.ambiguous
}
</script>

<template>
  <section class="unlock sheet">
    <h2>The bootloader is locked</h2>
    <p v-if="unlock?.note" class="small">{{ unlock.note }}</p>
    <template v-if="unit.card.wait">
      <p>
        {{ unit.card.wait.leftSeconds > 0 ? 'Unlocking is allowed in' : 'The wait is over since' }}
        <WaitClock :earliest="unit.card.wait.earliest" />
      </p>
      <p class="small mute">
        {{ unlock?.waitHours }} hours, counted to the minute. Do not start the wait again: the hours would begin anew.
      </p>
      <p class="small">
        <a
          :href="`/api/units/${encodeURIComponent(unit.card.label)}/unlock.ics`"
          :download="`unlock-${unit.card.label}.ics`"
          >Put it into the calendar</a
        >
      </p>
    </template>
    <form v-else-if="unlock === undefined || unlock.waitHours > 0" class="start" @submit.prevent="start()">
      <ErrorNote :error="refused" />
      <p class="small">
        {{
          unlock
            ? `The maker asks for ${unlock.waitHours} hours. When did the wait begin?`
            : 'The model sheet does not say how long its maker makes you wait. Enter it there.'
        }}
      </p>
      <template v-if="unlock">
        <label>Began at <input v-model="at" type="datetime-local" name="at" /></label>
        <label
          >By the clocks of
          <select v-model="zone" name="zone">
            <option v-for="one in zones" :key="one">{{ one }}</option>
            <option>UTC</option>
          </select></label
        >
        <template v-if="twice.length">
          <p class="small"><b>The clocks showed this hour twice. Which one was it?</b></p>
          <button v-for="(moment, which) in twice" :key="moment" type="button" class="btn small" @click="start(which)">
            {{ which === 0 ? 'The first, before the clocks went back' : 'The second, after the clocks went back' }}
            <span class="mute">{{ dateTimeOf(moment) }} here</span>
          </button>
        </template>
        <button v-else type="submit" class="btn small" :disabled="at === ''">Count the wait from there</button>
      </template>
    </form>
    <p v-else class="small">Its maker asks for no wait.</p>
    <p class="small mute">Unlocking erases the phone, switches debugging off again and may end the warranty.</p>
  </section>
</template>

<style scoped>
.unlock {
  padding: 12px 14px;
  display: grid;
  gap: 8px;
}
.unlock p {
  margin: 0;
}
.start {
  display: grid;
  gap: 8px;
}
.start label {
  display: grid;
  gap: 2px;
  font-size: 13px;
  color: var(--mute);
}
.start .btn {
  white-space: normal;
  text-align: left;
}
</style>
