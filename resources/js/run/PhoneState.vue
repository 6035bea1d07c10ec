<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import { modeName, timeOf, valueText } from '../app/format'
import LinkedText from '../handbook/LinkedText.vue'
import type { JobAnswer, RunEventsAnswer } from '../generated/api'

const props = defineProps<{ job: JobAnswer; state: RunEventsAnswer['state']; events: RunEventsAnswer['events'] }>()

const facts = computed(() => props.state.facts as Record<string, unknown>)
const slots = computed(() =>
  props.job.unit.slots.map(({ slot }) => {
    const get = (name: string): unknown => facts.value[`slot.${slot}.${name}`]
    const system =
      get('os.state') === 'complete'
        ? `${valueText(get('os.family'))} ${valueText(get('os.version'))}`
        : get('os.state') === 'incomplete'
          ? t('common.writtenPart')
          : t('common.noSystem')
    const recovery = get('recovery.family')
      ? t('run.phoneState.recovery', { family: valueText(get('recovery.family')) })
      : ''
    return {
      slot,
      active: facts.value['slot.active'] === slot,
      words: t('run.phoneState.firmware', { system, version: valueText(get('firmware.version')), recovery }),
    }
  }),
)
const data = computed(() =>
  facts.value['data.empty'] === true
    ? t('run.phoneState.erasedEmpty')
    : t('run.phoneState.writtenBy', { system: valueText(facts.value['data.writtenBy']) }),
)
/** The last things that happened, in words; progress lines are too many to show. */
const seen = computed(() =>
  props.events
    .filter(
      (event) =>
        ['judged', 'gate', 'released', 'asked', 'told', 'stopped', 'lost', 'returned', 'ended'].includes(event.kind) &&
        !['hands', 'differs'].includes(String(event.data.about)),
    )
    .slice(-7)
    .map((event) => {
      const text = event.data as Record<string, string | undefined>
      const title = props.job.plan.steps[(event.step ?? 0) - 1]?.title ?? ''
      const words: Record<string, string> = {
        judged: `${title}: ${text.reason ?? ''}`,
        gate: t('run.phoneState.labelAsked'),
        released: t('run.phoneState.labelWasTyped'),
        asked: text.says ?? '',
        told: t('run.phoneState.you', { text: text.answer ?? '' }),
        stopped: 'stopped',
        lost: text.says ?? '',
        returned: text.says ?? '',
        ended: text.says ?? '',
      }
      return {
        sequence: event.sequence,
        at: timeOf(event.at),
        words: `${words[event.kind] ?? event.kind}${text.by ? t('run.phoneState.from', { by: text.by }) : ''}`,
      }
    }),
)
</script>

<template>
  <aside class="phone" :aria-label="t('run.phoneState.phoneAsLastKnown')">
    <h2>{{ t('run.phoneState.phoneAsLastKnown') }}</h2>
    <dl>
      <dt>{{ t('common.mode') }}</dt>
      <dd>{{ modeName(valueText(facts.mode)) }}</dd>
      <template v-for="slot in slots" :key="slot.slot"
        ><dt>
          {{
            slot.slot === '-'
              ? t('common.system')
              : t('run.phoneState.slot', {
                  slot: slot.slot.toUpperCase(),
                  startsNext: slot.active ? t('run.phoneState.startsNext') : '',
                })
          }}
        </dt>
        <dd>{{ slot.words }}</dd></template
      >
      <dt>{{ t('common.data') }}</dt>
      <dd :class="{ erased: facts['data.empty'] === true }">{{ data }}</dd>
      <dt>{{ t('common.battery') }}</dt>
      <dd>
        {{
          t('run.phoneState.willEndNear', {
            percent: valueText(facts['battery.percent']),
            atEnd: job.plan.budget?.batteryAtEnd ?? '?',
          })
        }}
      </dd>
      <dt>{{ t('run.phoneState.ifStopsNow') }}</dt>
      <dd><LinkedText :text="state.wayBack.text" /></dd>
    </dl>
    <h3>{{ t('run.phoneState.seenSoFar') }}</h3>
    <ol class="seen mono">
      <li v-for="line in seen" :key="line.sequence">{{ line.at }} {{ line.words }}</li>
    </ol>
    <slot />
  </aside>
</template>

<style scoped>
.phone {
  border-left: 1px solid var(--line);
  background: var(--paper);
  padding: 18px 22px;
  min-height: 100%;
}
dl {
  margin: 0;
}
dt {
  color: var(--mute);
  font-size: 12.5px;
  margin-top: 9px;
}
dd {
  margin: 0;
}
.erased {
  color: var(--plum);
  font-weight: 700;
}
h3 {
  color: var(--mute);
  font-size: 12.5px;
  font-weight: 400;
  margin: 12px 0 4px;
}
.seen {
  list-style: none;
  padding: 0;
  margin: 0;
  font-size: 12px;
}
.seen li {
  margin-bottom: 3px;
  overflow-wrap: anywhere;
}
</style>
