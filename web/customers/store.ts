import type { Customer } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { useRecords } from '../http/records.ts'

export const useCustomers = defineStore('customers', () => useRecords<Customer>('/customers'))
