import { X509Certificate } from "node:crypto";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { hostname, networkInterfaces } from "node:os";
import { join } from "node:path";
import { makeFolder } from "./place.mjs";

const DAY_MS = 86_400_000;
/** Browsers and phones take no certificate that lasts longer than 825 days. */
const VALID_DAYS = 800;
const RENEW_BEFORE_DAYS = 30;

/**
 * The house's own certificate for its network, made on first use and again when it runs out or the machine's
 * addresses change. Nobody vouches for it: browsers warn once, and its fingerprint can be compared.
 *
 * @returns the files, and the SHA-256 fingerprint
 */
export async function ensureCertificate({ home }) {
  const folder = join(home, "certificate");
  makeFolder(folder);
  const files = { key: join(folder, "key.pem"), certificate: join(folder, "certificate.pem") };
  const addresses = ownAddresses();
  if (!isGood(files, addresses)) {
    const { default: selfsigned } = await import("selfsigned");
    const altNames = [
      { type: 2, value: "localhost" },
      { type: 2, value: hostname() },
      ...addresses.map((ip) => ({ type: 7, ip })),
    ];
    const made = await selfsigned.generate([{ name: "commonName", value: "Tumbek" }], {
      keyType: "ec",
      algorithm: "sha256",
      notAfterDate: new Date(Date.now() + VALID_DAYS * DAY_MS),
      extensions: [
        { name: "basicConstraints", cA: false },
        { name: "keyUsage", digitalSignature: true },
        { name: "extKeyUsage", serverAuth: true },
        { name: "subjectAltName", altNames },
      ],
    });
    writeFileSync(files.key, made.private, { mode: 0o600 });
    writeFileSync(files.certificate, made.cert);
  }
  const { fingerprint256 } = new X509Certificate(readFileSync(files.certificate));
  return { ...files, fingerprint: fingerprint256 };
}

function isGood({ key, certificate }, addresses) {
  if (!existsSync(key) || !existsSync(certificate)) return false;
  const known = new X509Certificate(readFileSync(certificate));
  const left = Date.parse(known.validTo) - Date.now();
  return left > RENEW_BEFORE_DAYS * DAY_MS && addresses.every((ip) => known.checkIP(ip) !== undefined);
}

/** Every address of this machine, its own loopback among them. */
function ownAddresses() {
  return Object.values(networkInterfaces())
    .flat()
    .filter(({ family }) => family === "IPv4")
    .map(({ address }) => address);
}
