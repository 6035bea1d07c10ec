<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { nextTick, ref } from 'vue'
import { t } from '../app/i18n'
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
      {{ t('run.lookInside.lookInsidePhone') }}
    </button>
    <Teleport to="body">
      <aside
        v-if="open"
        ref="panel"
        class="drawer"
        tabindex="-1"
        :aria-label="t('run.lookInside.insideSimulatedPhone')"
      >
        <header>
          <div>
            <h2>{{ t('run.lookInside.insidePhone') }}</h2>
            <p v-if="data" class="mute">
              <span class="mono">{{ data.serial }}</span>
              {{
                t('run.lookInside.battery', {
                  mode: modeName(data.mode),
                  battery: data.battery,
                  data: data.unlocked ? t('run.lookInside.unlocked') : t('run.lookInside.locked'),
                })
              }}
            </p>
          </div>
          <button type="button" class="btn small" @click="hide">{{ t('common.close') }}</button>
        </header>
        <p class="hint">{{ t('run.lookInside.onlySimulatedPhoneShows') }}</p>
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
