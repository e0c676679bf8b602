<script setup lang="ts">
import type { Trial } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import BallMenu from '../trials/BallMenu.vue'
import { useBeginCase } from './useBeginCase.ts'

/** Asks what is wrong with a ball of a trial. */
defineProps<{ trial: Trial }>()
const { t } = useI18n()
const { begin } = useBeginCase()
const labelOf = (ball: string) => t('diagnosis.of', { ball })
</script>

<template>
  <BallMenu v-bind="{ trial, labelOf, label: t('diagnosis.begin') }" @choose="begin(trial, $event)" />
</template>
