import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { curriculumJsonSchema } from '../../core/curriculum/curriculum-file'
import { accessPage } from '../../server/access-page'
import { root } from '../setup/folders'

/** npm run docs: writes the pages of `docs/` that are made from the code. */
export function main(): void {
  writeFileSync(join(root, 'docs', 'access.md'), accessPage())
  writeFileSync(
    join(root, 'docs', 'curriculum.schema.json'),
    `${JSON.stringify(curriculumJsonSchema(), null, 2)}\n`,
  )
}
main()
