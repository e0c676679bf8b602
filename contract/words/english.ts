import {
  compile,
  createCoreContext,
  registerMessageCompiler,
  registerMessageResolver,
  resolveValue,
  translate,
} from '@intlify/core-base'
import { type Said, inWords } from '../said.ts'
import { words } from './index.ts'

registerMessageCompiler(compile)
registerMessageResolver(resolveValue)
const context = createCoreContext({
  locale: 'en',
  messages: { en: words },
  missingWarn: false,
  warnHtmlMessage: false,
})

/** The English words: for logs, for programs that read the interface by themselves, and for the command line. */
export const english = (said: Said): string => inWords(said, (key, values) => String(translate(context, key, values)))
