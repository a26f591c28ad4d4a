import { Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';

interface Props {
  readonly label: string;
  /** Files that were let go, and on what. */
  readonly onFiles: (files: readonly File[], on: EventTarget | null) => void;
  readonly children: ReactNode;
}

/** A surface that takes files let go on it; pressing it does what is drawn there. */
export function FileDrop({ label, onFiles, children }: Props) {
  const { getRootProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files, _, event) => onFiles(files, 'target' in event ? event.target : null),
  });
  return (
    <Flex
      {...getRootProps({ tabIndex: -1 })}
      role="group"
      aria-label={label}
      direction="column"
      flex="1"
      minH="0"
      minW="0"
      outline={isDragActive ? '2px dashed {colors.hand}' : 'none'}
      outlineOffset="-4px"
    >
      {children}
    </Flex>
  );
}
