import { setLocale } from 'yup'

/** What a schema says of a wrong kind of value where it says nothing of its own: one line, and nothing of the value. Set before any schema is made. */
setLocale({
  mixed: {
    notType: ({ label, type }: { label?: string; type: string }) =>
      `${label ? `${label}: ` : ''}a ${type === 'array' ? 'list' : type} belongs here`,
  },
})
