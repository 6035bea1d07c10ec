<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '../app/i18n'
import { client } from '../app/client'
import ErrorNote from '../app/ErrorNote.vue'
import { useSend } from '../app/useSend'
import VerdictMark from '../app/VerdictMark.vue'
import type { HouseRulesAnswer } from '../generated/api'

type Workplace = HouseRulesAnswer['workplace']

/** The command tools on this computer, and the versions of them that nobody should use. */
const props = defineProps<{ workplace: Workplace }>()
const { send, refused } = useSend()
const change = async (workplace: Workplace): Promise<boolean> =>
  (await send(() => client.PUT('/workplace', { body: workplace }))) !== null

const version = ref('')
const bad = ref({ version: '', fault: '' })
watch(
  () => props.workplace,
  (now) => (version.value = now.toolVersion ?? ''),
  { immediate: true },
)

async function addBad(): Promise<void> {
  const badTools = [...props.workplace.badTools, { ...bad.value }]
  if (await change({ ...props.workplace, badTools })) bad.value = { version: '', fault: '' }
}
</script>

<template>
  <section class="sheet place">
    <h2>{{ t('houserules.workplacePanel.commandToolsComputer') }}</h2>
    <ErrorNote :error="refused" />
    <form class="line" @submit.prevent="change({ ...workplace, toolVersion: version === '' ? null : version })">
      <label
        >{{ t('houserules.workplacePanel.versionUse') }} <input v-model.trim="version" name="toolVersion" class="mono"
      /></label>
      <button type="submit" class="btn small" :disabled="version === (workplace.toolVersion ?? '')">
        {{ t('houserules.workplacePanel.enter') }}
      </button>
      <VerdictMark
        v-if="workplace.toolVersion"
        :level="workplace.badTools.some((tool) => tool.version === workplace.toolVersion) ? 'settle' : 'clear'"
        :words="
          workplace.badTools.some((tool) => tool.version === workplace.toolVersion)
            ? t('houserules.workplacePanel.hasKnownFault')
            : t('houserules.workplacePanel.nothingKnownAgainst')
        "
      />
    </form>
    <table v-if="workplace.badTools.length" class="rows">
      <thead>
        <tr>
          <th>{{ t('houserules.workplacePanel.notBeUsed') }}</th>
          <th>{{ t('houserules.workplacePanel.why') }}</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="tool in workplace.badTools" :key="tool.version">
          <td class="mono">{{ tool.version }}</td>
          <td>{{ tool.fault }}</td>
          <td>
            <button
              type="button"
              class="btn small"
              :aria-label="t('houserules.workplacePanel.removeFromList', { version: tool.version })"
              @click="
                change({
                  ...workplace,
                  badTools: workplace.badTools.filter((one) => one.version !== tool.version),
                })
              "
            >
              {{ t('houserules.workplacePanel.removeFromList2') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form class="line" @submit.prevent="addBad">
      <label
        >{{ t('houserules.workplacePanel.versionFault') }}
        <input v-model.trim="bad.version" name="badVersion" class="mono"
      /></label>
      <label class="wide"
        >{{ t('houserules.workplacePanel.whatWrong') }} <input v-model.trim="bad.fault" name="fault"
      /></label>
      <button type="submit" class="btn small" :disabled="bad.version === '' || bad.fault === ''">
        {{ t('houserules.workplacePanel.addList') }}
      </button>
    </form>
  </section>
</template>

<style scoped>
.place {
  padding: 12px 14px;
  margin-bottom: 22px;
  display: grid;
  gap: 10px;
}
.line {
  display: flex;
  gap: 12px;
  align-items: end;
  flex-wrap: wrap;
}
.line label {
  display: grid;
  gap: 2px;
  font-size: 12.5px;
  color: var(--mute);
}
.wide {
  flex: 1;
  max-width: 420px;
}
</style>
