import base from './playwright.config'

export default { ...base, testDir: 'e2e/screenshots', reporter: 'line' }
