import type { Pattern } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { useCollection } from '../http/collection.ts'

export const usePatterns = defineStore('patterns', () => useCollection<Pattern>('/patterns'))
