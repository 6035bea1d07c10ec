<script setup lang="ts">
import { ref } from 'vue'
import { t } from '../app/i18n'

/** The user's own commands for a step, filled from the phrasebook and ready to copy. */
defineProps<{ commands: string[] }>()
const copied = ref('')

async function copy(command: string): Promise<void> {
  await navigator.clipboard.writeText(command)
  copied.value = command
}
</script>

<template>
  <div class="commands">
    <div v-for="command in commands" :key="command" class="command">
      <code class="mono">{{ command }}</code>
      <button
        type="button"
        class="btn small no-print"
        :aria-label="t('job.stepCommands.copy', { command })"
        @click="copy(command)"
      >
        {{ copied === command ? t('job.stepCommands.copied') : t('job.stepCommands.copy2') }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.commands {
  display: grid;
  gap: 4px;
}
.command {
  display: flex;
  gap: 10px;
  align-items: center;
  background: var(--soft);
  border-left: 3px solid var(--slate);
  padding: 4px 6px 4px 10px;
}
code {
  flex: 1;
  overflow-wrap: anywhere;
  font-size: 12.5px;
  user-select: all;
}
</style>
