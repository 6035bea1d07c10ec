<script setup lang="ts">
import type { Article } from './articles'

defineProps<{ articles: Article[] }>()
</script>

<template>
  <ul>
    <li v-for="one in articles" :key="one.id">
      <RouterLink :to="`/handbook/${one.id}`">{{ one.title }}</RouterLink>
      <span class="small">{{ one.lead }}</span>
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 270px), 1fr));
  gap: 12px;
}
li {
  border: 1px solid var(--line);
  border-left: 4px solid var(--slate);
  border-radius: 3px;
  background: var(--paper);
  padding: 10px 14px;
  display: grid;
  gap: 3px;
}
a {
  font-weight: 700;
}
</style>
