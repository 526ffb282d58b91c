import { statSync } from "node:fs";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** Short files of tests first: a mutant is done with its first failing test, and most are noticed by the tests of their own module. */
export class ShortFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sizeOf = ({ moduleId }: TestSpecification) => statSync(moduleId).size;
    return files.toSorted((a, b) => sizeOf(a) - sizeOf(b));
  }
}
