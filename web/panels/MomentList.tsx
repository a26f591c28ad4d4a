import { Box, Flex, Input, Text } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { diffBetween } from '../../core/project/document/changes/diffBetween';
import { db } from '../persistence/db';
import { momentStore } from '../persistence/moments';
import { currentSession, useProject } from '../store/projectStore';
import { InkButton } from '../ui/InkButton';

const moments = momentStore(db);

async function keepMoment(name: string): Promise<void> {
  const session = currentSession();
  if (session) await moments.keep(session.projectId, name, session.whole, Date.now(), crypto.randomUUID());
}

/** Makes the project what it was then, as one step. */
async function goBack(id: string, to: string): Promise<void> {
  const session = currentSession();
  const then = await moments.open(id);
  if (!session || !then) return;
  session.tell(then.problems);
  if (then.ok) session.commit(diffBetween(session.whole, then.value, `Back to ${to}`));
}

function KeepForm() {
  const [name, setName] = useState('');
  const keep = (e: React.FormEvent) => {
    e.preventDefault();
    const plain = name.trim();
    if (plain !== '') void keepMoment(plain).then(() => setName(''));
  };
  return (
    <Flex as="form" gap="2" mb="1" onSubmit={keep}>
      <Input
        size="xs"
        bg="sheet"
        borderColor="rule"
        aria-label="Name for this moment"
        placeholder="Name this moment"
        maxLength={120}
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <InkButton type="submit" tip="Keep the whole project as it is now under this name">
        Keep
      </InkButton>
    </Flex>
  );
}

/** Moments that were given names: the whole project as it was then, to go back to as one step. */
export function MomentList() {
  const projectId = useProject((s) => s.projectId);
  const list = useLiveQuery(() => (projectId ? moments.list(projectId) : []), [projectId]) ?? [];
  return (
    <Box borderBottomWidth="1px" borderColor="rule" pb="2" mb="2">
      <KeepForm />
      {list.map((m) => (
        <Flex key={m.id} align="center" gap="2" px="2" fontSize="sm">
          <Text flex="1" truncate title={new Date(m.at).toLocaleString('en-GB')}>
            {m.name}
          </Text>
          <InkButton
            tip="Make the project what it was then, as one step that can be undone"
            onClick={() => void goBack(m.id, m.name)}
          >
            Go back
          </InkButton>
          <InkButton
            tip="Forget this moment"
            aria-label={`Forget ${m.name}`}
            onClick={() => moments.remove(m.id)}
          >
            ×
          </InkButton>
        </Flex>
      ))}
    </Box>
  );
}
