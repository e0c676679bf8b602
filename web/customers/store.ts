import type { Customer } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { useCollection } from '../http/collection.ts'

export const useCustomers = defineStore('customers', () => useCollection<Customer>('/customers'))
