<script setup lang="ts">
import { computed } from 'vue'
import { t } from '../app/i18n'
import TopBar from '../app/TopBar.vue'
import ArticleDrawing from './ArticleDrawing.vue'
import { articles } from './articles'
import LinkedText from './LinkedText.vue'

const props = defineProps<{ article: string }>()
const at = computed(() => articles.findIndex((one) => one.id === props.article))
const shown = computed(() => articles[at.value])
const next = computed(() => articles[(at.value + 1) % articles.length])
</script>

<template>
  <TopBar>
    <h1>{{ shown?.title ?? t('common.handbook') }}</h1>
    <div class="mute small">
      <RouterLink to="/handbook">{{ t('common.handbook') }}</RouterLink>
    </div>
  </TopBar>
  <article v-if="shown" class="page">
    <p class="lead">{{ shown.lead }}</p>
    <section v-for="part in shown.parts" :key="part.text">
      <p><LinkedText :text="part.text" :within="shown.id" /></p>
      <ArticleDrawing v-if="part.drawing" :of="part.drawing" class="drawing" />
    </section>
    <p v-if="next" class="mute">
      {{ t('handbook.articlePage.next') }} <RouterLink :to="`/handbook/${next.id}`">{{ next.title }}</RouterLink>
    </p>
  </article>
  <p v-else class="empty">
    {{ t('handbook.articlePage.thereNoSuchArticle') }}
    <RouterLink to="/handbook">{{ t('handbook.articlePage.openHandbook') }}</RouterLink>
  </p>
</template>

<style scoped>
.page {
  max-width: 820px;
}
.lead {
  font-size: 18px;
  line-height: 1.4;
  margin: 0 0 12px;
}
section {
  margin-bottom: 20px;
}
section p {
  margin: 0 0 8px;
  line-height: 1.5;
}
.drawing {
  max-width: 620px;
}
</style>
