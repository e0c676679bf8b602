<script setup lang="ts">
import type { Customer, Page } from '@sleetfall/contract'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import ManyField from '../controls/ManyField.vue'
import { get } from '../http/client.ts'
import { queryOf } from '../http/usePage.ts'
import { useCustomers } from './store.ts'

/** Several customers, found by what is typed; those that are chosen already have to be known to the store. */
const props = defineProps<{ modelValue: readonly string[]; label: string; errorMessages?: string }>()
const emit = defineEmits<{ 'update:modelValue': [string[]] }>()
const customers = useCustomers()
const found = shallowRef<readonly Customer[]>([])
const typed = ref('')
async function look() {
  const page = await get<Page<Customer>>(`/customers?${queryOf({ q: typed.value })}`).catch(() => null)
  if (!page) return
  customers.adopt(page.items)
  found.value = page.items
}
void look()
watch(typed, useDebounceFn(look, 150))
const items = computed(() => {
  const chosen = props.modelValue.flatMap((id) => customers.byId.get(id) ?? [])
  const all = new Map([...chosen, ...found.value].map((one) => [one.id, one.name]))
  return [...all].map(([value, title]) => ({ value, title }))
})
</script>

<template>
  <ManyField
    v-model:search="typed"
    :model-value="modelValue"
    :label="label"
    :items="items"
    :error-messages="errorMessages ?? ''"
    searched
    @update:model-value="emit('update:modelValue', $event)"
  />
</template>
