<template>
  <header class="top">
    <div class="words"><slot /></div>
    <div class="acts no-print"><slot name="acts" /></div>
  </header>
</template>

<style scoped>
.top {
  position: sticky;
  top: 0;
  z-index: 5;
  min-height: 64px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
  display: flex;
  align-items: center;
  padding: 8px 24px;
  gap: 16px;
  flex-wrap: wrap;
}
.words {
  flex: 1;
  min-width: 220px;
}
.acts {
  display: flex;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
}
@media (max-width: 700px) {
  .top {
    padding: 8px 12px;
    position: static;
  }
}
</style>
