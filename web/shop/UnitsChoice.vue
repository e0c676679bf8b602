<script setup lang="ts">
import { type Preferences, inchForms, unitSystems } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'

/** In which units the member reads and types, and how they write inches. */
const { t } = useI18n()
const [session, notices] = [useSession(), useNotices()]
const prefer = (change: Partial<Preferences>) => void notices.attempt(() => session.prefer(change))
</script>

<template>
  <v-radio-group
    :label="t('shop.units')"
    inline
    hide-details
    :model-value="session.preferences.units"
    @update:model-value="prefer({ units: $event as 'imperial' })"
  >
    <v-radio v-for="units in unitSystems" :key="units" :value="units" :label="t(`shop.unitSystems.${units}`)" />
  </v-radio-group>
  <v-radio-group
    v-if="!session.metric"
    :label="t('shop.inches')"
    inline
    hide-details
    :model-value="session.preferences.inches"
    @update:model-value="prefer({ inches: $event as 'fractions' })"
  >
    <v-radio v-for="form in inchForms" :key="form" :value="form" :label="t(`shop.inchForms.${form}`)" />
  </v-radio-group>
</template>
