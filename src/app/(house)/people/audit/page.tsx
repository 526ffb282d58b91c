import type { Metadata } from "next";
import { guarded } from "#app/guarded.tsx";
import { type LinkQuery, paramsOf } from "#app/linkQuery.ts";
import { Audit } from "#features/people/index.ts";
import { readAuditPage } from "#server/read/people.ts";
import { LinkState } from "#ui/linkState.tsx";

export const metadata: Metadata = { title: "Audit trail · Tumbek" };

interface Props {
  readonly searchParams: Promise<LinkQuery>;
}

export default guarded("audit", async ({ searchParams }: Props) => (
  <LinkState>
    <Audit {...(await readAuditPage(paramsOf(await searchParams)))} />
  </LinkState>
));
