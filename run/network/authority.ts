import "reflect-metadata";
import { createPrivateKey, X509Certificate as NodeCertificate, webcrypto } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { isIP } from "node:net";
import { join } from "node:path";
import * as x509 from "@peculiar/x509";

x509.cryptoProvider.set(webcrypto as Crypto);

/** What the shop's pages are served with. */
export interface Certificate {
  /** PEM, the shop's authority behind it. */
  readonly cert: string;
  readonly key: string;
}

const DAY = 86_400_000;
/** Browsers take no certificate of a server that holds longer than 398 days; the authority must outlast every device. */
const HOLDS = { authority: 3650 * DAY, server: 397 * DAY };
/** Made anew with so much of its time left. */
const RENEWED = 60 * DAY;

const CURVE = { name: "ECDSA", namedCurve: "P-256", hash: "SHA-256" } as const;

const makeKeys = () => webcrypto.subtle.generateKey(CURVE, true, ["sign", "verify"]) as Promise<CryptoKeyPair>;

const pemOfKey = async (key: CryptoKey): Promise<string> =>
  x509.PemConverter.encode(await webcrypto.subtle.exportKey("pkcs8", key), "PRIVATE KEY");

const keyOfPem = (pem: string): Promise<CryptoKey> =>
  webcrypto.subtle.importKey("pkcs8", x509.PemConverter.decodeFirst(pem), CURVE, true, ["sign"]) as Promise<CryptoKey>;

const serial = (): string =>
  Buffer.from(webcrypto.getRandomValues(new Uint8Array(16)))
    .toString("hex")
    .replace(/^[89a-f]/, "1");

/** Whole or not at all, and for its owner's eyes only. */
const write = (file: string, what: string): void => {
  writeFileSync(`${file}.part`, what, { mode: 0o600 });
  renameSync(`${file}.part`, file);
};

/**
 * The shop's own certificate authority: what a device is told to trust, once. Made by the first start that serves the
 * network, and kept in the shop's folder, readable by its owner only.
 *
 * @param folder the shop's own
 */
export const authorityOf = async (folder: string): Promise<Certificate> => {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const files = { cert: join(folder, "authority.crt"), key: join(folder, "authority.key") };
  // The key is written last: with it the authority is whole.
  if (existsSync(files.key) && existsSync(files.cert))
    return { cert: readFileSync(files.cert, "utf8"), key: readFileSync(files.key, "utf8") };
  const keys = await makeKeys();
  const from = new Date(Date.now() - DAY);
  const made = await x509.X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: `CN=Tall Compass workshop ${serial().slice(0, 6)}`,
    notBefore: from,
    notAfter: new Date(from.getTime() + HOLDS.authority),
    signingAlgorithm: CURVE,
    keys,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  const whole = { cert: made.toString("pem"), key: await pemOfKey(keys.privateKey) };
  write(files.cert, whole.cert);
  write(files.key, whole.key);
  return whole;
};

/** Whether a certificate of the shop's authority stands for all these names, and for a while yet. */
const holds = (pem: string, authority: Certificate, names: readonly string[]): boolean => {
  try {
    const own = new NodeCertificate(pem);
    return (
      own.verify(new NodeCertificate(authority.cert).publicKey) &&
      Date.parse(own.validFrom) <= Date.now() &&
      Date.parse(own.validTo) > Date.now() + RENEWED &&
      names.every((name) => (isIP(name) ? own.checkIP(name) : own.checkHost(name)) !== undefined)
    );
  } catch {
    return false;
  }
};

/**
 * A certificate for every name and address the shop is reached by; the one kept while it will do, else a new one.
 *
 * @param names host names and addresses
 */
export const certificateFor = async (folder: string, names: readonly string[]): Promise<Certificate> => {
  const authority = await authorityOf(folder);
  const files = { cert: join(folder, "server.crt"), key: join(folder, "server.key") };
  if (existsSync(files.cert) && existsSync(files.key)) {
    const cert = readFileSync(files.cert, "utf8");
    const key = readFileSync(files.key, "utf8");
    if (holds(cert, authority, names) && new NodeCertificate(cert).checkPrivateKey(createPrivateKey(key)))
      return { cert, key };
  }
  const keys = await makeKeys();
  const issuer = new x509.X509Certificate(authority.cert);
  const from = new Date(Date.now() - DAY);
  const made = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${names[0]}`,
    issuer: issuer.subject,
    notBefore: from,
    notAfter: new Date(from.getTime() + HOLDS.server),
    signingAlgorithm: CURVE,
    publicKey: keys.publicKey,
    signingKey: await keyOfPem(authority.key),
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(
        names.map((value) => ({ type: isIP(value) ? ("ip" as const) : ("dns" as const), value })),
      ),
      await x509.AuthorityKeyIdentifierExtension.create(issuer),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  const leaf = { cert: `${made.toString("pem")}\n${authority.cert}\n`, key: await pemOfKey(keys.privateKey) };
  write(files.key, leaf.key);
  write(files.cert, leaf.cert);
  return leaf;
};
