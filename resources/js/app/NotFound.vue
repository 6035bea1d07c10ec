<script setup lang="ts">
import { t } from './i18n'
</script>

<template>
  <div class="empty">
    <p>{{ t('app.notFound.thereNoPageAt') }}</p>
    <RouterLink to="/bench">{{ t('app.notFound.goBench') }}</RouterLink>
  </div>
</template>
