import { i18n } from '../i18n.ts'
import { catalogue } from '../messages.ts'

// As after signing in: every area's texts are there.
i18n.global.setLocaleMessage('en', catalogue)
