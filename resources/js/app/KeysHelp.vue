<script setup lang="ts">
import { t } from './i18n'
import { singleKeys } from './useKeys'

const open = defineModel<boolean>({ required: true })
const keys = [
  ['1 – 6', t('app.keysHelp.sectionsJob')],
  ['j / k', t('app.keysHelp.nextPreviousStep')],
  [t('app.keysHelp.enter'), t('app.keysHelp.openWhatSelected')],
  ['s', t('app.keysHelp.runGoAnswerEnter')],
  ['e', t('app.keysHelp.runSaySomethingLooks')],
  ['.', t('app.keysHelp.runStopHereSafely')],
  ['n', t('app.keysHelp.newJob')],
  ['w', t('app.keysHelp.whatHaveYouGot')],
  ['/', 'filter'],
  [t('app.keysHelp.ctrlK'), t('app.keysHelp.findAnyPhoneFile')],
  ['?', t('app.keysHelp.theseKeys')],
]
</script>

<template>
  <v-dialog v-model="open" max-width="420" :aria-label="t('common.keys')">
    <v-card class="pa-5">
      <h2>{{ t('common.keys') }}</h2>
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
        ><input v-model="singleKeys" type="checkbox" name="single-keys" /> {{ t('app.keysHelp.singleKeysWork') }}</label
      >
      <p class="mute small mt-1">
        {{ t('app.keysHelp.switchThemOffWhere') }}
      </p>
      <div class="mt-3 text-right">
        <button type="button" class="btn" @click="open = false">{{ t('common.close') }}</button>
      </div>
    </v-card>
  </v-dialog>
</template>
