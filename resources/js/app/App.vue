<script setup lang="ts">
import { useLocalStorage, usePreferredDark } from '@vueuse/core'
import { computed, nextTick, ref, watch, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useTheme } from 'vuetify'
import { language, languages, speak, t, type Language } from './i18n'
import CommandBar from './CommandBar.vue'
import HealthLine from './HealthLine.vue'
import KeysHelp from './KeysHelp.vue'
import UndoBar from './UndoBar.vue'
import { useKeys } from './useKeys'

const places = [
  { to: '/bench', name: t('app.places.bench') },
  { to: '/shelf', name: t('app.places.shelf') },
  { to: '/jobs', name: t('app.places.jobs') },
  { to: '/log', name: t('app.places.log') },
  { to: '/handbook', name: t('common.handbook') },
  { to: '/house-rules', name: t('common.houseRules') },
]
const theme = useTheme()
/** What the person chose; as long as they chose nothing, the look of their system. */
const chosenLook = useLocalStorage<'' | 'light' | 'dark'>('tornavis-look', '')
const prefersDark = usePreferredDark()
const look = computed(() => chosenLook.value || (prefersDark.value ? 'dark' : 'light'))
const otherLook = computed(() => (look.value === 'light' ? 'dark' : 'light'))
watchEffect(() => {
  theme.change(look.value)
  document.documentElement.dataset.theme = look.value
})
// Another page begins with the keyboard in it, and not in a field of the page before.
const route = useRoute()
const page = computed(() => route.path.split('/').slice(0, 3).join('/'))
const main = ref<HTMLElement>()
watch(page, () => void nextTick(() => main.value?.focus({ preventScroll: true })))
const keysOpen = ref(false)
const commands = ref<InstanceType<typeof CommandBar>>()
const router = useRouter()
useKeys({ '?': () => (keysOpen.value = true), w: () => void router.push('/start') })
</script>

<template>
  <v-app>
    <div class="frame">
      <nav class="rail" :aria-label="t('app.app.places')">
        <RouterLink class="mark" to="/bench" :aria-label="t('app.app.tornavisOpenBench')">
          <svg viewBox="0 0 34 34" width="34" height="34" aria-hidden="true">
            <circle cx="17" cy="17" r="15.5" fill="none" stroke="#C9D6D3" stroke-width="2" />
            <rect x="4" y="14.4" width="26" height="5.2" rx="1" fill="#B07A1E" transform="rotate(-38 17 17)" />
          </svg>
        </RouterLink>
        <RouterLink v-for="place in places" :key="place.to" class="place" active-class="on" :to="place.to">{{
          place.name
        }}</RouterLink>
        <div class="foot">
          <button type="button" class="look" :title="t('app.app.ctrlK')" @click="commands?.show()">
            {{ t('app.app.search') }}
          </button>
          <button
            type="button"
            class="look"
            :aria-label="otherLook === 'dark' ? t('app.app.darkLook') : t('app.app.lightLook')"
            @click="chosenLook = otherLook"
          >
            <span class="wide">{{ otherLook === 'dark' ? t('app.app.darkLook') : t('app.app.lightLook') }}</span><span
              class="narrow"
              aria-hidden="true"
              >◐</span
            >
          </button>
          <select
            class="look wide"
            name="language"
            :value="language"
            aria-label="Language, Sprache"
            @change="speak(($event.target as HTMLSelectElement).value as Language)"
          >
            <option v-for="(name, code) in languages" :key="code" :value="code">{{ name }}</option>
          </select>
          <button type="button" class="look wide" @click="keysOpen = true">
            {{ t('common.keys') }} <span class="mono">?</span>
          </button>
        </div>
      </nav>
      <main ref="main" class="main" tabindex="-1"><HealthLine /><RouterView :key="page" /></main>
    </div>
    <UndoBar />
    <CommandBar ref="commands" />
    <KeysHelp v-model="keysOpen" />
  </v-app>
</template>

<style scoped>
.frame {
  display: flex;
  min-height: 100vh;
}
.rail {
  width: 104px;
  flex: none;
  background: var(--rail);
  padding: 14px 0;
  position: sticky;
  top: 0;
  height: 100vh;
  display: flex;
  flex-direction: column;
}
.mark {
  margin: 0 auto 18px;
  display: block;
  line-height: 0;
  border-radius: 50%;
}
.place {
  display: block;
  padding: 8px 0 8px 18px;
  color: var(--rail-text);
  border-left: 4px solid transparent;
  text-decoration: none;
}
.place:hover {
  background: var(--rail-on);
}
.place.on {
  color: #fff;
  border-color: #b07a1e;
  background: var(--rail-on);
  font-weight: 700;
}
.foot {
  margin-top: auto;
  padding: 0 0 0 12px;
  display: grid;
  gap: 4px;
}
.look {
  color: var(--rail-text);
  background: none;
  border: 0;
  font: inherit;
  font-size: 12.5px;
  text-align: left;
  padding: 4px 6px;
  cursor: pointer;
}
.narrow {
  display: none;
}
.main {
  flex: 1;
  min-width: 0;
  outline: none;
}
@media (max-width: 700px) {
  .frame {
    flex-direction: column;
  }
  .rail {
    position: static;
    width: 100%;
    height: auto;
    flex-direction: row;
    align-items: center;
    padding: 2px 4px;
    flex-wrap: wrap;
    justify-content: space-between;
  }
  .mark,
  .wide {
    display: none;
  }
  .narrow {
    display: inline;
  }
  .place {
    padding: 10px 5px 7px;
    font-size: 13px;
    border-left: 0;
    border-bottom: 3px solid transparent;
  }
  .foot {
    margin: 0;
    padding: 0;
    display: flex;
  }
  .look {
    white-space: nowrap;
    padding: 8px 4px;
  }
}
</style>
