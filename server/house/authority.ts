import 'reflect-metadata';
import { AsnConvert } from '@peculiar/asn1-schema';
import { GeneralName, GeneralSubtree, GeneralSubtrees, NameConstraints } from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';
import { existsSync, readFileSync } from 'node:fs';
import { randomBytes, webcrypto, X509Certificate } from 'node:crypto';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { writePrivately } from './write-privately.ts';

x509.cryptoProvider.set(webcrypto as Crypto);

const DAY_MS = 86_400_000;
/** Browsers refuse a certificate that lasts much longer than a year; the authority lives as long as a laptop. */
const CERTIFICATE_DAYS = 365;
const AUTHORITY_DAYS = 3650;
/** Renewed this long before it ends, so that no evening meets its end. */
const RENEW_BEFORE_DAYS = 30;
/** Certificates begin a day early: phones' clocks differ. */
const EARLY_MS = DAY_MS;
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const SERVER_AUTH = '1.3.6.1.5.5.7.3.1';
const NAME_CONSTRAINTS = '2.5.29.30';

/**
 * What the authority may vouch for: addresses of private networks and names that no public server has. A phone that
 * trusts it is not exposed by that, even if its key were stolen.
 */
const PRIVATE_NETWORKS = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16', '169.254.0.0/16', '127.0.0.0/8', '100.64.0.0/10'];
const PRIVATE_NAMES = ['local', 'localhost', 'lan', 'home.arpa', 'internal'];

export interface Certified {
  /** The certificate and its key, in PEM, for a TLS server. */
  readonly cert: string;
  readonly key: string;
  readonly untilMs: number;
}

/** A certificate authority of this book's own, in a folder that only its owner reads. Made when it is first asked for. */
export class Authority {
  constructor(
    private readonly folder: string,
    private readonly nowMs: () => number,
  ) {}

  /** The authority's certificate in PEM; null before there is one. */
  certificate(): string | null {
    const file = join(this.folder, 'authority.crt');
    return existsSync(file) ? readFileSync(file, 'utf8') : null;
  }

  /** What a person compares on the phone: the certificate's SHA-256, and how long it lasts. */
  look(): { readonly fingerprint: string; readonly untilMs: number } | null {
    const pem = this.certificate();
    if (pem === null) return null;
    const read = new X509Certificate(pem);
    return { fingerprint: read.fingerprint256, untilMs: Date.parse(read.validTo) };
  }

  /**
   * A certificate for these names and addresses, the kept one while it is good for them, a new one otherwise. Names that
   * the authority may not vouch for are left out. Throws where the folder cannot be written.
   */
  async certificateFor(names: readonly string[]): Promise<Certified> {
    const wanted = [...new Set(names)].filter(mayVouchFor);
    const kept = this.keptFor(wanted);
    if (kept) return kept;
    const authority = await this.authority();
    const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
    const made = await x509.X509CertificateGenerator.create({
      ...this.dates(CERTIFICATE_DAYS),
      serialNumber: serial(),
      subject: 'CN=Steady Reel',
      issuer: authority.certificate.subject,
      publicKey: keys.publicKey,
      signingKey: authority.key,
      signingAlgorithm: ALGORITHM,
      extensions: [
        new x509.BasicConstraintsExtension(false, undefined, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
        new x509.ExtendedKeyUsageExtension([SERVER_AUTH]),
        new x509.SubjectAlternativeNameExtension(
          wanted.map((name) => ({ type: isIP(name) ? ('ip' as const) : ('dns' as const), value: name })),
        ),
        await x509.AuthorityKeyIdentifierExtension.create(authority.certificate.publicKey),
        await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      ],
    });
    const [cert, key] = [made.toString('pem'), await pemOf(keys.privateKey)];
    writePrivately(join(this.folder, 'server.key'), key);
    writePrivately(join(this.folder, 'server.crt'), cert);
    return { cert, key, untilMs: made.notAfter.getTime() };
  }

  private keptFor(wanted: readonly string[]): Certified | null {
    try {
      const cert = readFileSync(join(this.folder, 'server.crt'), 'utf8');
      const key = readFileSync(join(this.folder, 'server.key'), 'utf8');
      const authority = this.certificate();
      const read = new X509Certificate(cert);
      const untilMs = Date.parse(read.validTo);
      const good = authority !== null && read.verify(new X509Certificate(authority).publicKey);
      const lasts = untilMs - this.nowMs() > RENEW_BEFORE_DAYS * DAY_MS && Date.parse(read.validFrom) <= this.nowMs();
      const named = wanted.every((name) => (isIP(name) ? read.checkIP(name) : read.checkHost(name)) !== undefined);
      return good && lasts && named ? { cert, key, untilMs } : null;
    } catch {
      // Not there or not readable as one: a new one is made.
      return null;
    }
  }

  private async authority(): Promise<{ readonly certificate: x509.X509Certificate; readonly key: CryptoKey }> {
    const files = { cert: join(this.folder, 'authority.crt'), key: join(this.folder, 'authority.key') };
    if (existsSync(files.cert) && existsSync(files.key)) {
      const certificate = new x509.X509Certificate(readFileSync(files.cert, 'utf8'));
      const der = x509.PemConverter.decodeFirst(readFileSync(files.key, 'utf8'));
      const key = await webcrypto.subtle.importKey('pkcs8', der, ALGORITHM, false, ['sign']);
      if (certificate.notAfter.getTime() - this.nowMs() > CERTIFICATE_DAYS * DAY_MS) return { certificate, key };
    }
    const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
    const certificate = await x509.X509CertificateGenerator.createSelfSigned({
      ...this.dates(AUTHORITY_DAYS),
      serialNumber: serial(),
      name: `CN=Steady Reel of this house ${new Date(this.nowMs()).toISOString().slice(0, 10)}`,
      keys: keys,
      signingAlgorithm: ALGORITHM,
      extensions: [
        new x509.BasicConstraintsExtension(true, 0, true),
        new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
        new x509.Extension(NAME_CONSTRAINTS, true, AsnConvert.serialize(constraints())),
        await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      ],
    });
    writePrivately(files.key, await pemOf(keys.privateKey));
    writePrivately(files.cert, certificate.toString('pem'));
    return { certificate, key: keys.privateKey };
  }

  private dates(days: number): { readonly notBefore: Date; readonly notAfter: Date } {
    return { notBefore: new Date(this.nowMs() - EARLY_MS), notAfter: new Date(this.nowMs() + days * DAY_MS) };
  }
}

function constraints(): NameConstraints {
  const bases = [
    ...PRIVATE_NETWORKS.map((iPAddress) => new GeneralName({ iPAddress })),
    ...PRIVATE_NAMES.map((dNSName) => new GeneralName({ dNSName })),
  ];
  return new NameConstraints({ permittedSubtrees: new GeneralSubtrees(bases.map((base) => new GeneralSubtree({ base }))) });
}

/** Whether a name lies within what the authority was made for. */
export function mayVouchFor(name: string): boolean {
  if (isIP(name) === 4) return PRIVATE_NETWORKS.some((network) => within(name, network));
  return isIP(name) === 0 && PRIVATE_NAMES.some((end) => name === end || name.endsWith(`.${end}`));
}

function within(address: string, network: string): boolean {
  const [base = '', bits = '0'] = network.split('/');
  const shift = 2 ** (32 - Number(bits));
  return Math.floor(asNumber(address) / shift) === Math.floor(asNumber(base) / shift);
}

const asNumber = (address: string) => address.split('.').reduce((sum, part) => sum * 256 + Number(part), 0);
/** Positive, and never the same twice. */
const serial = () => `4${randomBytes(15).toString('hex')}`;

async function pemOf(key: CryptoKey): Promise<string> {
  return x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
}
