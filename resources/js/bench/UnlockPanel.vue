<script setup lang="ts">
import { computed, ref } from 'vue'
import { t } from '../app/i18n'
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
    <h2>{{ t('bench.unlockPanel.bootloaderLocked') }}</h2>
    <p v-if="unlock?.note" class="small">{{ unlock.note }}</p>
    <template v-if="unit.card.wait">
      <p>
        {{
          unit.card.wait.leftSeconds > 0
            ? t('bench.unlockPanel.unlockingAllowed')
            : t('bench.unlockPanel.waitOverSince')
        }}
        <WaitClock :earliest="unit.card.wait.earliest" />
      </p>
      <p class="small mute">
        {{ t('bench.unlockPanel.hoursCountedMinuteDo', { waitHours: unlock?.waitHours }) }}
      </p>
      <p class="small">
        <a
          :href="`/api/units/${encodeURIComponent(unit.card.label)}/unlock.ics`"
          :download="`unlock-${unit.card.label}.ics`"
          >{{ t('bench.unlockPanel.putIntoCalendar') }}</a
        >
      </p>
    </template>
    <form v-else-if="unlock === undefined || unlock.waitHours > 0" class="start" @submit.prevent="start()">
      <ErrorNote :error="refused" />
      <p class="small">
        {{
          unlock
            ? t('bench.unlockPanel.makerAsksHoursWhen', { waitHours: unlock.waitHours })
            : t('bench.unlockPanel.modelSheetDoesNot')
        }}
      </p>
      <template v-if="unlock">
        <label>{{ t('bench.unlockPanel.beganAt') }} <input v-model="at" type="datetime-local" name="at" /></label>
        <label
          >{{ t('bench.unlockPanel.byClocks') }}
          <select v-model="zone" name="zone">
            <option v-for="one in zones" :key="one">{{ one }}</option>
            <option>UTC</option>
          </select></label
        >
        <template v-if="twice.length">
          <p class="small">
            <b>{{ t('bench.unlockPanel.clocksShowedHourTwice') }}</b>
          </p>
          <button v-for="(moment, which) in twice" :key="moment" type="button" class="btn small" @click="start(which)">
            {{
              which === 0 ? t('bench.unlockPanel.firstBeforeClocksWent') : t('bench.unlockPanel.secondAfterClocksWent')
            }}
            <span class="mute">{{ t('bench.unlockPanel.here', { moment: dateTimeOf(moment) }) }}</span>
          </button>
        </template>
        <button v-else type="submit" class="btn small" :disabled="at === ''">
          {{ t('bench.unlockPanel.countWaitFromThere') }}
        </button>
      </template>
    </form>
    <p v-else class="small">{{ t('bench.unlockPanel.itsMakerAsksNo') }}</p>
    <p class="small mute">{{ t('bench.unlockPanel.unlockingErasesPhoneSwitches') }}</p>
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
