<script setup lang="ts">
import { ref } from 'vue'
import type { RunEventsAnswer } from '../generated/api'

defineProps<{ title: string; question: RunEventsAnswer['state']['question'] }>()
const emit = defineEmits<{ release: [word: string] }>()

// Each gate has a form of its own, so that no word stays from the one before.
const word = ref('')
</script>

<template>
  <div class="gate">
    <p class="big">
      Next: <b>{{ title }}</b>. {{ question?.reason }}
    </p>
    <form class="word" @submit.prevent="emit('release', word)">
      <label
        ><span
          >Read the label on the phone in your hand and type it to go on: <b class="mono">{{ question?.word }}</b></span
        >
        <input v-model="word" class="mono" autocomplete="off" autofocus aria-label="Label of the phone"
      /></label>
      <button type="submit" class="btn act big-btn" :disabled="word.trim() === ''">Go on</button>
    </form>
  </div>
</template>

<style scoped>
.gate {
  display: contents;
}
.big {
  font-size: 19px;
  line-height: 1.4;
  max-width: 40em;
  margin: 0;
}
.word {
  display: flex;
  gap: 14px;
  align-items: end;
  flex-wrap: wrap;
}
.word label {
  display: grid;
  gap: 6px;
  font-size: 16px;
}
.word input {
  font-size: 22px;
  padding: 8px 12px;
  border: 2px solid var(--slate);
  border-radius: 4px;
  background: var(--paper);
  color: var(--ink);
  max-width: 320px;
}
.big-btn {
  min-height: 52px;
  font-size: 17px;
  padding: 8px 22px;
  align-self: start;
}
.word .big-btn {
  align-self: end;
}
@media (max-width: 900px) {
  .big {
    font-size: 17px;
  }
}
</style>
