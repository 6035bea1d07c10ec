<script setup lang="ts">
import { computed } from 'vue'
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
          ? 'written in part'
          : 'no system'
    const recovery = get('recovery.family') ? ` · recovery ${valueText(get('recovery.family'))}` : ''
    return {
      slot,
      active: facts.value['slot.active'] === slot,
      words: `${system} · firmware ${valueText(get('firmware.version'))}${recovery}`,
    }
  }),
)
const data = computed(() =>
  facts.value['data.empty'] === true ? 'erased, empty' : `written by ${valueText(facts.value['data.writtenBy'])}`,
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
        gate: 'the label is asked for',
        released: 'the label was typed',
        asked: text.says ?? '',
        told: `you: ${text.answer ?? ''}`,
        stopped: 'stopped',
        lost: text.says ?? '',
        returned: text.says ?? '',
        ended: text.says ?? '',
      }
      return {
        sequence: event.sequence,
        at: timeOf(event.at),
        words: `${words[event.kind] ?? event.kind}${text.by ? ` (from ${text.by})` : ''}`,
      }
    }),
)
</script>

<template>
  <aside class="phone" aria-label="The phone, as last known">
    <h2>The phone, as last known</h2>
    <dl>
      <dt>Mode</dt>
      <dd>{{ modeName(valueText(facts.mode)) }}</dd>
      <template v-for="slot in slots" :key="slot.slot"
        ><dt>
          {{ slot.slot === '-' ? 'System' : `Slot ${slot.slot.toUpperCase()}${slot.active ? ', starts next' : ''}` }}
        </dt>
        <dd>{{ slot.words }}</dd></template
      >
      <dt>Data</dt>
      <dd :class="{ erased: facts['data.empty'] === true }">{{ data }}</dd>
      <dt>Battery</dt>
      <dd>{{ valueText(facts['battery.percent']) }} %, will end near {{ job.plan.budget?.batteryAtEnd ?? '?' }} %</dd>
      <dt>If it stops now</dt>
      <dd><LinkedText :text="state.wayBack.text" /></dd>
    </dl>
    <h3>Seen so far</h3>
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
