<script setup lang="ts">
import { singleKeys } from './useKeys'

const open = defineModel<boolean>({ required: true })
const keys = [
  ['1 – 6', 'sections of a job'],
  ['j / k', 'next and previous step'],
  ['Enter', 'open what is selected'],
  ['s', 'in a run: go to the answer; Enter gives it'],
  ['e', 'in a run: say that something looks wrong'],
  ['.', 'in a run: stop here safely'],
  ['n', 'new job'],
  ['w', 'what have you got: texts and files of a phone'],
  ['/', 'filter'],
  ['Ctrl K', 'find any phone, file, job, rule or page'],
  ['?', 'these keys'],
]
</script>

<template>
  <v-dialog v-model="open" max-width="420" aria-label="Keys">
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
      <label class="mt-3 switch"
        ><input v-model="singleKeys" type="checkbox" name="single-keys" /> Single keys work</label
      >
      <p class="mute small mt-1">
        Switch them off where you dictate, or where a key is easily hit. Nothing that lets a write to a phone go on
        happens by a single key.
      </p>
      <div class="mt-3 text-right"><button type="button" class="btn" @click="open = false">Close</button></div>
    </v-card>
  </v-dialog>
</template>
