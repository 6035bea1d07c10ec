<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '../app/i18n'
import ErrorNote from '../app/ErrorNote.vue'
import type { WaysOnAnswer } from '../generated/api'
import VerdictMark from '../app/VerdictMark.vue'
import AlternativeRow from '../job/AlternativeRow.vue'
import PlanDifference from '../job/PlanDifference.vue'
import { useSend } from '../app/useSend'
import { client, type Body } from '../app/client'

/**
 * Ways on from where the phone is: the same wish, planned from what it has now, with what that would change before it
 * is agreed to; and, where a system on it starts as it is, the way back to that.
 */
const props = defineProps<{ run: number; first: boolean; starts?: boolean }>()
const router = useRouter()
const ways = ref<WaysOnAnswer | null>(null)
const looking = useSend()
const agreeing = useSend()
const refused = computed(() => agreeing.refused.value ?? looking.refused.value)

const back = ref(false)
async function look(toSystem = false): Promise<void> {
  back.value = toSystem
  const found = await looking.sendQuestion(() =>
    client.GET('/runs/{run}/plan-again', { params: { path: { run: props.run }, query: { back: toSystem } } }),
  )
  if (found) ways.value = found.data
}
/** What is shown here goes along with its seal and starts; what is not shown opens on a page of its own. */
async function agree(body: Body<'/runs/{run}/plan-again'>): Promise<void> {
  const next = await agreeing.send(() =>
    client.POST('/runs/{run}/plan-again', { params: { path: { run: props.run } }, body }),
  )
  if (next) {
    await router.push(`/jobs/${next.data.id}/${next.data.run === null ? 'fit' : 'run'}`)
    return
  }
  // It is another plan by now: that one is shown instead, below what was said.
  if (agreeing.refused.value?.status === 409) await look(back.value)
}
</script>

<template>
  <div class="anew" data-test="plan-anew">
    <p v-if="!ways" class="ways">
      <button v-if="starts" type="button" class="btn big-btn" @click="look(true)">
        {{ t('run.planAnew.bringBackItsSystem') }}
      </button>
      <button type="button" class="btn big-btn" :class="{ act: first }" @click="look()">
        {{ t('run.planAnew.planAgainFromWhat') }}
      </button>
    </p>
    <section v-else class="sheet again">
      <template v-if="ways.stops.length">
        <h2>{{ t('run.planAnew.sameCannotBeDone') }}</h2>
        <p v-for="stop in ways.stops" :key="stop.need + stop.reason" class="stop">
          <VerdictMark level="stop" :words="t('run.planAnew.stop')" plain />
          <span
            ><b>{{ stop.need }}</b
            >: {{ stop.reason }} {{ stop.remedy }}</span
          >
        </p>
      </template>
      <template v-else
        ><h2 v-if="back">{{ t('run.planAnew.wayBackItsSystem') }}</h2>
        <PlanDifference :difference="ways.difference"
      /></template>
      <template v-if="ways.alternatives.length">
        <p class="small">{{ t('run.planAnew.oneChangeWouldMake') }}</p>
        <AlternativeRow v-for="way in ways.alternatives" :key="way.words" :way="way"
          ><button
            type="button"
            class="btn small"
            @click="agree(way.intent === null ? { kit: way.kit } : { kit: way.kit, intent: way.intent })"
          >
            {{ t('run.planAnew.planWay') }}
          </button></AlternativeRow
        >
      </template>
      <p v-if="!ways.stops.length || ways.alternatives.length" class="small">
        {{ t('run.planAnew.runEndsHereStays') }}
      </p>
      <p class="ways">
        <button v-if="!ways.stops.length" type="button" class="btn act" @click="agree({ back, seal: ways.seal })">
          {{ back ? t('run.planAnew.agreeWayBack') : t('run.planAnew.agreeNewPlan') }}
        </button>
        <button type="button" class="btn" @click="ways = null">{{ t('run.planAnew.closeTheseWays') }}</button>
      </p>
    </section>
    <ErrorNote :error="refused" />
  </div>
</template>

<style scoped>
.again {
  padding: 12px 16px;
  display: grid;
  gap: 10px;
  max-width: 760px;
  justify-items: start;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 0;
}
p,
h2 {
  margin: 0;
}
h2 {
  font-size: 17px;
}
.stop {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.big-btn {
  min-height: 52px;
  font-size: 17px;
  padding: 8px 22px;
}
</style>
