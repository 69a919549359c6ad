import { Button, Modal } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { api } from '../../api/client.js';
import { useOpenMachine } from '../../open/context.js';
import { words } from '../../words/words.js';
import classes from './OnPhone.module.css';

const Code = lazy(() => import('qrcode.react').then(({ QRCodeSVG }) => ({ default: QRCodeSVG })));

/** The address of this runbook for a phone that lies beside the machine. */
export function OnPhone() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button variant="default" onClick={() => setOpen(true)}>
        {words['phone.open']()}
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title={words['phone.title']()} centered>
        <Addresses />
      </Modal>
    </>
  );
}

function Addresses() {
  const { id } = useOpenMachine();
  const { data, error, isPending } = useQuery({
    queryKey: ['addresses'],
    queryFn: async () => (await api.addresses()).addresses,
    retry: false,
  });
  if (isPending) return null;
  if (error) return <p role="alert">{error.message}</p>;
  const origins = isLoopback(location.hostname) ? data : [location.origin];
  if (origins.length === 0)
    return (
      <>
        <p>{words['phone.only-here']()}</p>
        <pre className={classes.line}>{words['phone.how']()}</pre>
        <p className="soft small">{words['phone.clear']()}</p>
      </>
    );
  return (
    <>
      <p>{words['phone.about']()}</p>
      {origins.map((origin) => (
        <Address key={origin} address={`${origin}/machines/${id}/runbook`} />
      ))}
      <p className="soft small">{words['phone.clear']()}</p>
    </>
  );
}

/** Dark on light in either theme: most cameras read no other. */
function Address({ address }: { address: string }) {
  return (
    <figure className={classes.address}>
      <Suspense fallback={null}>
        <Code value={address} size={220} marginSize={4} title={words['phone.code'](address)} />
      </Suspense>
      <figcaption>
        <a href={address}>{address}</a>
      </figcaption>
    </figure>
  );
}

const isLoopback = (host: string): boolean => /^(localhost|127\.|\[?::1\]?$)/.test(host);
