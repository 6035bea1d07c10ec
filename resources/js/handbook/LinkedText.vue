<script setup lang="ts">
import { computed } from 'vue'
import { linked } from './articles'

/** A text in which the words that the handbook explains lead there. */
const props = defineProps<{ text: string; /** the article that it stands in */ within?: string }>()
const pieces = computed(() => linked(props.text, props.within))
</script>

<template>
  <template v-for="(piece, index) in pieces" :key="index"
    ><RouterLink
      v-if="piece.article"
      class="explained"
      :to="`/handbook/${piece.article.id}`"
      :title="piece.article.lead"
      >{{ piece.text }}</RouterLink
    ><template v-else>{{ piece.text }}</template></template
  >
</template>

<style scoped>
.explained {
  color: inherit;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
</style>
