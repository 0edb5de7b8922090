import { configure } from '@testing-library/dom'

// A machine that is busy with other things is slow, not wrong.
configure({ asyncUtilTimeout: 30_000 })
