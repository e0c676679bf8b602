<script setup lang="ts">
import { type Shop, shopSchema, unitSystems } from '@sleetfall/contract'
import { onMounted, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useForm } from '../controls/useForm.ts'
import { get, put } from '../http/client.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'

/** What the shop is called, and in which units the member reads. */
const { t } = useI18n()
const [session, notices] = [useSession(), useNotices()]
const version = ref(0)
const loaded = ref(false)
const form = useForm(shopSchema, { name: '', constants: {} })
onMounted(() =>
  notices.attempt(async () => {
    const shop = await get<Shop>('/shop')
    version.value = shop.version
    form.derive({ name: shop.name, constants: { ...shop.constants } })
    loaded.value = true
  }),
)
const save = () =>
  form.submit(async (input) => {
    const shop = await put<Shop>('/shop', { ...input, version: version.value })
    version.value = shop.version
    form.derive({ name: shop.name })
    notices.done(t('first.shop.saved', { name: shop.name }))
  })
const prefer = (units: unknown) => void notices.attempt(() => session.prefer({ units: units as 'imperial' }))
</script>

<template>
  <form class="stack" novalidate @submit.prevent="save">
    <p>{{ t('first.shop.why') }}</p>
    <div v-if="loaded" class="row">
      <v-text-field v-bind="form.field('name')" class="name" :label="t('shop.name')" />
      <v-btn type="submit" :disabled="!form.changed.value" :loading="form.busy.value">{{ t('shell.save') }}</v-btn>
    </div>
    <p v-if="form.failure.value" class="bad" role="alert">{{ form.failure.value }}</p>
    <v-radio-group
      :label="t('shop.units')"
      hide-details
      :model-value="session.preferences.units"
      @update:model-value="prefer"
    >
      <v-radio v-for="units in unitSystems" :key="units" :value="units" :label="t(`shop.unitSystems.${units}`)" />
    </v-radio-group>
  </form>
</template>

<style scoped>
.name {
  flex: 1 1 240px;
  max-width: 420px;
}
</style>
