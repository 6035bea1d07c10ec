<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { nextTick, ref } from 'vue'
import ErrorNote from '../app/ErrorNote.vue'
import { modeName } from '../app/format'
import { useAnswer } from '../app/useAnswer'
import InsidePicture from './InsidePicture.vue'

const BEAT_MS = 1500

/** A drawer beside a run on a simulated phone: what really lies in it, while the run goes on. */
const props = defineProps<{ run: number }>()
const open = ref(false)
const panel = ref<HTMLElement>()
const opener = ref<HTMLElement>()
const { data, error } = useAnswer(
  '/runs/{run}/inside',
  () => (open.value ? { path: { run: props.run } } : null),
  () => (open.value ? BEAT_MS : 0),
)

async function show(): Promise<void> {
  open.value = true
  await nextTick()
  panel.value?.focus()
}

function hide(): void {
  open.value = false
  opener.value?.focus()
}
onKeyStroke('Escape', () => {
  if (open.value) hide()
})
</script>

<template>
  <div class="look small">
    <button ref="opener" type="button" class="btn small" :aria-expanded="open" @click="open ? hide() : show()">
      Look inside this phone
    </button>
    <Teleport to="body">
      <aside v-if="open" ref="panel" class="drawer" tabindex="-1" aria-label="Inside the simulated phone">
        <header>
          <div>
            <h2>Inside the phone</h2>
            <p v-if="data" class="mute">
              <span class="mono">{{ data.serial }}</span> · {{ modeName(data.mode) }} · battery {{ data.battery }} % ·
              {{ data.unlocked ? 'unlocked' : 'locked' }}
            </p>
          </div>
          <button type="button" class="btn small" @click="hide">Close</button>
        </header>
        <p class="hint">Only a simulated phone shows this. A real one keeps most of it to itself.</p>
        <ErrorNote :error="error" />
        <InsidePicture v-if="data" :inside="data" />
      </aside>
    </Teleport>
  </div>
</template>

<style scoped>
.look {
  border-top: 1px solid var(--line);
  margin-top: 14px;
  padding-top: 10px;
}
.drawer {
  position: fixed;
  top: 0;
  right: 0;
  bottom: 0;
  width: min(640px, 100vw);
  overflow-y: auto;
  background: var(--paper);
  color: var(--ink);
  border-left: 1px solid var(--line);
  box-shadow: -14px 0 34px rgb(0 0 0 / 16%);
  padding: 18px 22px 26px;
  z-index: 900;
}
.drawer:focus {
  outline: none;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: 12px;
}
h2 {
  font-size: 20px;
  margin: 0;
}
header p {
  margin: 2px 0 0;
}
.hint {
  color: var(--mute);
  font-size: 13px;
  margin: 6px 0 14px;
}
</style>
