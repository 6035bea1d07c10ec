<script setup lang="ts">
import { gradeWord } from './format'
import type { Grade } from '../generated/api'

/** How sure a value is: a word with a line under it, whole for what was seen or said, broken for what was not. */
defineProps<{ grade: Grade }>()
</script>

<template>
  <span class="grade small" :class="grade" :title="gradeWord[grade].means" data-test="grade">{{
    gradeWord[grade].word
  }}</span>
</template>

<style scoped>
.grade {
  border-bottom: 2px solid var(--moss);
  line-height: 1.3;
  align-self: center;
  white-space: nowrap;
}
.stated {
  border-bottom-color: var(--slate);
}
.derived {
  border-bottom: 2px dashed var(--slate);
}
.guessed {
  border-bottom: 2px dotted var(--brass);
  color: var(--brass);
  font-weight: 700;
}
</style>
