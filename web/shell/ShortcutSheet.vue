<script setup lang="ts">
import { useI18n } from 'vue-i18n'

const open = defineModel<boolean>({ required: true })
const { t } = useI18n()
const rows: readonly (readonly [keys: string, name: string])[] = [
  ['/  ·  Ctrl K', 'search'],
  ['?', 'sheet'],
  ['g then 1 – 7', 'area'],
  ['↑ ↓', 'list'],
  ['Enter', 'open'],
  ['Ctrl Enter', 'save'],
  ['Esc', 'close'],
  ['↑ ↓ in a figure', 'step'],
  ['u', 'undo'],
  ['e  r  l', 'trial'],
  ['x', 'strike'],
  ['1 – 9  0', 'pins'],
  ['s', 'side'],
  ['← →', 'aim'],
  ['Enter', 'enter'],
]
</script>

<template>
  <v-dialog v-model="open" max-width="560" :aria-label="t('shell.shortcuts.title')">
    <div class="panel stack">
      <h2>{{ t('shell.shortcuts.title') }}</h2>
      <table class="list">
        <tbody>
          <tr v-for="[keys, name] in rows" :key="name">
            <td>
              <kbd>{{ keys }}</kbd>
            </td>
            <td>{{ t(`shell.shortcuts.${name}`) }}</td>
          </tr>
        </tbody>
      </table>
      <div class="row">
        <v-btn autofocus @click="open = false">{{ t('shell.close') }}</v-btn>
      </div>
    </div>
  </v-dialog>
</template>
