/** What every record carries besides its own fields. */
export interface Stored {
  readonly createdAt: string
  readonly updatedAt: string
  readonly version: number
}
