<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useFocusBack } from './useFocusBack.ts'

/** Asks before something is lost; `calm` where nothing is, but much follows. */
defineProps<{ title: string; text: string; action: string; calm?: boolean }>()
const emit = defineEmits<{ confirm: []; close: [] }>()
const { t } = useI18n()
useFocusBack()
</script>

<template>
  <v-dialog :model-value="true" max-width="460" :aria-label="title" @update:model-value="emit('close')">
    <div class="panel stack">
      <h2>{{ title }}</h2>
      <p>{{ text }}</p>
      <div class="row">
        <v-btn class="touch" autofocus @click="emit('close')">{{ t('shell.cancel') }}</v-btn>
        <v-btn
          class="touch"
          :class="{ 'next-action': calm }"
          v-bind="calm ? {} : { color: 'error' }"
          @click="emit('confirm')"
          >{{ action }}</v-btn
        >
      </div>
    </div>
  </v-dialog>
</template>
