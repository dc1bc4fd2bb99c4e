import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import { LinkButton } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';

const STEPS = [
  {
    phone: 'Android',
    steps: [
      'Fetch the certificate below.',
      'Open Settings, search for “CA certificate”, choose Install anyway, and pick the file you fetched.',
      'Come back here, go on by the safe way, and type a new number from the laptop there.',
    ],
    back: 'Settings, Security, Trusted credentials, User: choose “Steady Reel of this house” and remove it.',
  },
  {
    phone: 'iPhone',
    steps: [
      'Fetch the certificate below and allow the profile to be downloaded.',
      'Settings, General, VPN & Device Management: install “Steady Reel of this house”.',
      'Settings, General, About, Certificate Trust Settings: switch it on.',
      'Come back here, go on by the safe way, and type a new number from the laptop there.',
    ],
    back: 'Settings, General, VPN & Device Management: choose it and remove the profile.',
  },
  {
    phone: 'Another computer',
    steps: [
      'Fetch the certificate below.',
      'In the browser’s settings search for “certificates”, choose Authorities, import the file and trust it for web sites.',
      'Come back here, go on by the safe way, and type a new number from the laptop there.',
    ],
    back: 'In the same list of authorities choose it and delete it.',
  },
] as const;

interface TrustStepsProps {
  readonly saferAt: string;
  /** SHA-256 of the authority, as the laptop's Phone page shows it. */
  readonly fingerprint: string | null;
}

/** From plain http to the safe way: what for, step by step, what it means, and how to take it back. */
export function TrustSteps({ saferAt, fingerprint }: TrustStepsProps) {
  return (
    <Card className="lg:row-span-2">
      <h2 className="text-lg font-bold">The safe way</h2>
      <p className="mt-1">
        Browsers let a page keep the screen awake and open without its server only where it comes encrypted; and on the plain way somebody
        in your network could listen. For that this screen must trust a certificate that your laptop made itself.
      </p>
      <TabGroup className="mt-3">
        <TabList className="flex flex-wrap gap-2">
          {STEPS.map(({ phone }) => (
            <Tab
              key={phone}
              className="min-h-11 rounded-card border border-line px-3 data-selected:border-petrol data-selected:bg-petrol data-selected:font-semibold data-selected:text-white"
            >
              {phone}
            </Tab>
          ))}
        </TabList>
        <TabPanels className="mt-3">
          {STEPS.map(({ phone, steps, back }) => (
            <TabPanel key={phone}>
              <ol className="list-decimal space-y-1.5 pl-6">
                {steps.map((step) => (
                  <li key={step}>{step}</li>
                ))}
              </ol>
              <p className="mt-2 text-quiet">To take it back: {back}</p>
            </TabPanel>
          ))}
        </TabPanels>
      </TabGroup>
      <div className="mt-3 flex flex-wrap gap-2">
        <LinkButton to="/authority.crt" reloadDocument>
          Fetch the certificate
        </LinkButton>
        <LinkButton to={saferAt} reloadDocument>
          Go on by the safe way
        </LinkButton>
      </div>
      <p className="mt-3 text-quiet">
        What that means: this screen believes your laptop when it says who it is, for addresses within a home only; the certificate cannot
        vouch for any site of the internet, and its key never leaves the laptop.
      </p>
      {fingerprint && (
        <p className="mt-2 text-quiet">
          Compare before you trust it: SHA-256 <span className="figure text-sm break-all">{fingerprint}</span> also stands on the laptop’s
          Phone page.
        </p>
      )}
    </Card>
  );
}
