<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
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
      <button v-if="starts" type="button" class="btn big-btn" @click="look(true)">Bring it back to its system</button>
      <button type="button" class="btn big-btn" :class="{ act: first }" @click="look()">
        Plan again from what the phone has now
      </button>
    </p>
    <section v-else class="sheet again">
      <template v-if="ways.stops.length">
        <h2>The same cannot be done from here</h2>
        <p v-for="stop in ways.stops" :key="stop.need + stop.reason" class="stop">
          <VerdictMark level="stop" words="stop" plain />
          <span
            ><b>{{ stop.need }}</b
            >: {{ stop.reason }} {{ stop.remedy }}</span
          >
        </p>
      </template>
      <template v-else
        ><h2 v-if="back">The way back to its system</h2>
        <PlanDifference :difference="ways.difference"
      /></template>
      <template v-if="ways.alternatives.length">
        <p class="small">One change would make a plan possible, the cheapest first:</p>
        <AlternativeRow v-for="way in ways.alternatives" :key="way.words" :way="way"
          ><button
            type="button"
            class="btn small"
            @click="agree(way.intent === null ? { kit: way.kit } : { kit: way.kit, intent: way.intent })"
          >
            Plan it this way
          </button></AlternativeRow
        >
      </template>
      <p v-if="!ways.stops.length || ways.alternatives.length" class="small">
        This run ends here and stays in the log. Where the new plan is clear it goes on at once, and asks for the label
        before it writes.
      </p>
      <p class="ways">
        <button v-if="!ways.stops.length" type="button" class="btn act" @click="agree({ back, seal: ways.seal })">
          {{ back ? 'Agree to the way back' : 'Agree to the new plan' }}
        </button>
        <button type="button" class="btn" @click="ways = null">Close these ways on</button>
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
