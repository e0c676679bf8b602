<script setup lang="ts">
import type { Customer } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import MendDialog from '../controls/MendDialog.vue'
import { useSession } from '../shell/session.ts'
import CustomerField from './CustomerField.vue'
import CustomerRights from './CustomerRights.vue'
import { useCustomers } from './store.ts'

/** A customer is taken out of use, deleted, or merged into another one. */
defineProps<{ customer: Customer }>()
const emit = defineEmits<{ close: []; gone: []; changed: []; merged: [into: unknown] }>()
function forgotten() {
  emit('changed')
  emit('close')
}
const { t } = useI18n()
const [customers, session] = [useCustomers(), useSession()]
</script>

<template>
  <MendDialog
    :name="customer.name"
    :path="`/customers/${customer.id}`"
    :version="customer.version"
    :retired="customer.retiredOn !== null"
    :may-delete="session.may('records')"
    @close="emit('close')"
    @gone="emit('gone')"
    @changed="emit('changed')"
    @merged="emit('merged', $event)"
  >
    <template v-if="session.may('merging')" #into="{ chosen, choose }">
      <CustomerField
        :model-value="chosen"
        :label="t('controls.mend.into')"
        :without="[customer.id]"
        @update:model-value="choose($event, customers.byId.get($event ?? '')?.name)"
      />
    </template>
    <CustomerRights v-if="session.may('merging')" :customer="customer" @forgotten="forgotten" />
  </MendDialog>
</template>
