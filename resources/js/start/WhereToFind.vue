<script setup lang="ts">
import { t } from '../app/i18n'
</script>

<template>
  <section class="sheet hints">
    <h2>{{ t('start.whereToFind.whereFind') }}</h2>
    <ul>
      <li>
        <b>{{ t('start.whereToFind.listProperties') }}</b>{{ t('start.whereToFind.phonePrintsOverCable') }}
      </li>
      <li>
        <b>{{ t('start.whereToFind.listVariables') }}</b>{{ t('start.whereToFind.bootloaderPrintsShowsSlots') }}
      </li>
      <li>
        <b>{{ t('start.whereToFind.build') }}</b>{{ t('start.whereToFind.zipOrImageAs') }}
      </li>
      <li>
        <b>{{ t('start.whereToFind.pageBuild') }}</b>{{ t('start.whereToFind.copyItsTextSentences') }}
      </li>
    </ul>
    <p class="small mute">
      {{ t('start.whereToFind.nothingSentAnywhereNothing') }}
      <RouterLink to="/bench">{{ t('start.whereToFind.goBench') }}</RouterLink>.
    </p>
  </section>
</template>

<style scoped>
.hints {
  padding: 12px 16px;
}
.hints ul {
  margin: 8px 0;
  padding-left: 20px;
  display: grid;
  gap: 6px;
}
</style>
