import type { BowlingEvent } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { useCollection } from '../http/collection.ts'

export const useEvents = defineStore('events', () => useCollection<BowlingEvent>('/events'))
