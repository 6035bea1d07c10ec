<script setup lang="ts">
import schema from '../../../docs/formats/model-sheet.schema.json'

/** One field of a model sheet with a line that says what it decides. */
const props = defineProps<{ label: string; field: keyof typeof schema.properties }>()
const decides = (schema.properties[props.field] as { description?: string }).description ?? ''
</script>

<template>
  <div class="field" :data-field="field">
    <div class="what">
      <b>{{ label }}</b><span class="small mute">{{ decides }}</span>
    </div>
    <div class="value"><slot /></div>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 18px;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
}
.what {
  display: grid;
  gap: 2px;
  align-content: start;
}
.value {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  align-items: start;
  align-content: start;
}
@media (max-width: 900px) {
  .field {
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
  }
}
</style>
