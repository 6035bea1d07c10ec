<script setup lang="ts">
import { t } from '../app/i18n'
import { duration, modeName, slotName } from '../app/format'
import LinkedText from '../handbook/LinkedText.vue'
import { worstOf, type Step } from './scoreLayout'
import StepCommands from './StepCommands.vue'

defineProps<{ step: Step; commands?: string[] }>()
</script>

<template>
  <div class="detail" aria-live="polite">
    <h2>{{ step.number }} · {{ step.title }}</h2>
    <div class="mute small">
      {{ modeName(step.mode)
      }}<template v-if="step.modeAfter !== step.mode"> → {{ modeName(step.modeAfter) }}</template>
      <template v-if="step.slot && step.slot !== '-'"
        >{{ ' ' }}{{ t('job.stepDetail.slot', { slot: slotName(step.slot) }) }}</template
      >
      {{
        t('job.stepDetail.whenSlow', {
          expectedSeconds: duration(step.expectedSeconds),
          longSeconds: duration(step.longSeconds),
        })
      }}
    </div>
    <dl>
      <template v-if="step.gate"
        ><dt>{{ t('job.stepDetail.before') }}</dt>
        <dd class="gate">{{ t('job.stepDetail.phonesLabelMustBe', { gate: step.gate }) }}</dd></template
      >
      <dt>{{ t('job.stepDetail.whatDo') }}</dt>
      <dd><LinkedText :text="step.instruction" /></dd>
      <template v-if="commands?.length"
        ><dt>{{ t('job.stepDetail.yourCommand') }}</dt>
        <dd><StepCommands :commands="commands" /></dd
      ></template>
      <dt>{{ t('job.stepDetail.whyHere') }}</dt>
      <dd>
        <div v-for="reason in step.reasons" :key="reason.rule + reason.text">
          <LinkedText :text="reason.text" />{{ ' ' }}
          <RouterLink v-if="reason.rule !== 'MODE'" class="mono small" :to="`/handbook#${reason.rule}`">{{
            reason.rule
          }}</RouterLink>
        </div>
      </dd>
      <dt>{{ t('job.stepDetail.youWillSee') }}</dt>
      <dd>{{ step.youWillSee }}</dd>
      <template v-if="step.oddities.length"
        ><dt>{{ t('job.stepDetail.oddHarmless') }}</dt>
        <dd>
          <div v-for="oddity in step.oddities" :key="oddity"><LinkedText :text="oddity" /></div></dd
      ></template>
      <dt>{{ t('job.stepDetail.workedWhen') }}</dt>
      <dd>{{ step.evidence }}</dd>
      <dt>{{ t('job.stepDetail.whenGiveUp') }}</dt>
      <dd>
        {{ t('job.stepDetail.after', { giveUpSeconds: duration(step.giveUpSeconds), whenItFails: step.whenItFails }) }}
      </dd>
      <template v-if="worstOf(step) !== step.wayBack"
        ><dt>{{ t('job.stepDetail.ifBreaksOff') }}</dt>
        <dd class="gate">{{ step.wayBackDuring.text }}</dd></template
      >
      <dt>{{ t('common.wayBack') }}</dt>
      <dd>
        <template v-if="worstOf(step) !== step.wayBack">{{ t('job.stepDetail.after2') }}{{ ' ' }}</template
        >{{ step.wayBack.text }}
        <span class="mute">{{ duration(step.wayBack.seconds) }}</span>
      </dd>
    </dl>
  </div>
</template>

<style scoped>
.detail {
  padding: 14px 22px;
}
h2 {
  margin: 0 0 2px;
  font-size: 17px;
}
dl {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr);
  row-gap: 7px;
  margin: 10px 0 0;
  font-size: 13.5px;
}
dt {
  color: var(--mute);
}
dd {
  margin: 0;
}
.gate {
  color: var(--plum);
  font-weight: 700;
}
@media (max-width: 700px) {
  .detail {
    padding: 14px 12px;
  }
  dl {
    grid-template-columns: 1fr;
    row-gap: 2px;
  }
  dd {
    margin-bottom: 6px;
  }
}
</style>
