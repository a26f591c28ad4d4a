import { Box, Flex, Progress, Text } from '@chakra-ui/react';
import { cancelLifting, useLifting } from '../store/lifting';
import { InkButton } from '../ui/InkButton';

/** Progress of the picture being worked on, with a way to stop it. */
export function JobProgress() {
  const job = useLifting((s) => s.job);
  if (!job) return null;
  return (
    <Flex
      role="status"
      align="center"
      gap="4"
      position="absolute"
      bottom="4"
      left="50%"
      transform="translateX(-50%)"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="sm"
      px="4"
      py="2"
      zIndex="2"
      minW="24rem"
    >
      <Box flex="1">
        <Text fontSize="sm">
          {job.name}: {job.stage}
        </Text>
        <Progress.Root value={Math.round(job.share * 100)} size="xs" mt="1" aria-label={job.stage}>
          <Progress.Track>
            <Progress.Range bg="hand" />
          </Progress.Track>
        </Progress.Root>
      </Box>
      <InkButton tip="Stop; what was there before stays" onClick={cancelLifting}>
        Cancel
      </InkButton>
    </Flex>
  );
}
