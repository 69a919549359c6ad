import { Button } from '@mantine/core';
import type { Survey } from '@rhizotome/core';
import { useState } from 'react';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { words } from '../../words/words.js';
import { makeEverything } from '../../workers/everything.js';
import { whyOf } from '../../parts/why-of.js';

/** All that goes to the machine, as one file. */
export function SaveAll({ survey }: { survey: Survey }) {
  const { name, story } = useOpenMachine();
  const { plan, point } = useOpenState();
  const [busy, setBusy] = useState(false);
  const [failed, setFailed] = useState<string | null>(null);
  const save = async () => {
    setBusy(true);
    setFailed(null);
    try {
      const zip = await makeEverything({
        ...{ plan, survey, name, story, point },
        madeAt: new Date().toISOString(),
      });
      download(`${fileName(name)}.zip`, zip);
    } catch (error) {
      setFailed(words['runbook.could-not-be-created'](whyOf(error)));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Button
        variant="default"
        title={words['runbook.save-all-about']()}
        loading={busy}
        onClick={() => void save()}
      >
        {words['runbook.save-all']()}
      </Button>
      {failed && <p role="alert">{failed}</p>}
    </>
  );
}
