<script setup lang="ts">
const open = defineModel<boolean>({ required: true })
const keys = [
  ['1 – 6', 'sections of a job'],
  ['j / k', 'next and previous step'],
  ['Enter', 'open what is selected'],
  ['s', 'in a run: seen'],
  ['e', 'in a run: something else'],
  ['.', 'in a run: stop here safely'],
  ['n', 'new job'],
  ['w', 'what have you got: texts and files of a phone'],
  ['/', 'filter'],
  ['Ctrl K', 'find any phone, file, job, rule or page'],
  ['?', 'these keys'],
]
</script>

<template>
  <v-dialog v-model="open" max-width="420">
    <v-card class="pa-5">
      <h2>Keys</h2>
      <table class="rows">
        <tbody>
          <tr v-for="[key, what] in keys" :key="key">
            <td>
              <kbd>{{ key }}</kbd>
            </td>
            <td>{{ what }}</td>
          </tr>
        </tbody>
      </table>
      <p class="mute small mt-3">Nothing that writes to a phone goes by a single key: its label must be typed.</p>
      <div class="mt-3 text-right"><button type="button" class="btn" @click="open = false">Close</button></div>
    </v-card>
  </v-dialog>
</template>
