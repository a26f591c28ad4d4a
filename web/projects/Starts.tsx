import { SimpleGrid } from '@chakra-ui/react';
import { useRef } from 'react';
import { createProject, startWithFiles } from '../persistence/projects';
import { nameByFile, STARTS, type Start } from './startKinds';
import type { Enter } from './useEntering';
import { WayCard } from './WayCard';

interface Props {
  /** What the new project is to be called; "" = by what it begins with. */
  readonly name: string;
  readonly enter: Enter;
}

/** Ways to begin, each with a small picture of what one has in hand. */
export function Starts({ name, enter }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const begin = ({ by }: Start) => {
    if ('place' in by) {
      const make = async () => ({
        ok: true as const,
        value: await createProject(name || by.name),
        problems: [],
      });
      return void enter('Making the project', make, by.place);
    }
    const chooser = input.current!;
    chooser.accept = by.files;
    chooser.multiple = by.many;
    chooser.click();
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Files to begin with"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length > 0) void beginWith(files, name, enter);
        }}
      />
      <SimpleGrid columns={{ base: 2, md: 3, lg: 4 }} gap="3" role="list" aria-label="Ways to begin">
        {STARTS.map((start) => (
          <WayCard
            key={start.title}
            title={start.title}
            line={start.line}
            direction="row"
            picture={<StartPicture d={start.picture} />}
            onClick={() => begin(start)}
          />
        ))}
      </SimpleGrid>
    </>
  );
}

const StartPicture = ({ d }: { readonly d: string }) => (
  <svg width="64" height="44" viewBox="0 0 64 44" aria-hidden style={{ flexShrink: 0 }}>
    <path
      d={d}
      fill="none"
      stroke="currentColor"
      strokeWidth="1.6"
      strokeLinejoin="round"
      strokeLinecap="round"
    />
  </svg>
);

/** A project of files: called by the first, or as wished. */
export const beginWith = (files: readonly File[], name: string, enter: Enter): Promise<void> =>
  enter(
    'Making the project',
    async () => ({
      ok: true,
      value: await startWithFiles(name || nameByFile(files[0]!.name), files),
      problems: [],
    }),
    '/gather',
  );
