import base from './playwright.config'

export default { ...base, testDir: 'e2e/screenshots', testIgnore: [], reporter: 'line' }
