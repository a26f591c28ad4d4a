import { Box, Flex, Progress, Text } from '@chakra-ui/react';
import { memo } from 'react';
import type { JobView } from '../jobs/jobQueue';
import { jobs, useJobs } from '../store/jobs';
import { useProject } from '../store/projectStore';
import { InkButton } from '../ui/InkButton';

/** What this project's jobs are at, each with a way to stop it, or all of them. Jobs of other projects are only counted. */
export const JobProgress = memo(function JobProgress() {
  const projectId = useProject((s) => s.projectId);
  const all = useJobs();
  const own = all.filter((j) => j.projectId === projectId);
  const elsewhere = all.length - own.length;
  const running = own.filter((j) => j.state === 'running');
  const waiting = own.length - running.length;
  if (all.length === 0) return null;
  return (
    <Box
      data-testid="jobs"
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
      w="24rem"
      maxW="calc(100% - 1rem)"
    >
      {running.map((job) => (
        <RunningJob key={job.id} job={job} />
      ))}
      {(waiting > 0 || elsewhere > 0) && (
        <Flex align="center" gap="4" mt={running.length > 0 ? '1' : '0'}>
          <Text fontSize="sm" color="faded" flex="1">
            {[
              waiting > 0 ? `${waiting} more waiting` : '',
              elsewhere > 0 ? `${elsewhere} in other projects` : '',
            ]
              .filter(Boolean)
              .join(', ')}
          </Text>
          {waiting > 0 && projectId && (
            <InkButton
              tip="Stop this one and all that wait; what is done stays"
              onClick={() => jobs.cancelAll(projectId)}
            >
              Cancel all
            </InkButton>
          )}
        </Flex>
      )}
    </Box>
  );
});

function RunningJob({ job }: { job: JobView }) {
  return (
    <Flex align="center" gap="4">
      <Box flex="1">
        <Text fontSize="sm" role="status">
          {job.name}: {job.stage}
        </Text>
        <Progress.Root
          value={job.share === null ? null : Math.round(job.share * 100)}
          size="xs"
          mt="1"
          aria-label={job.stage}
        >
          <Progress.Track>
            <Progress.Range bg="hand" />
          </Progress.Track>
        </Progress.Root>
      </Box>
      <InkButton
        tip="Stop this one; what was there before stays, and what waits goes on"
        aria-label={`Cancel ${job.name}`}
        onClick={() => jobs.cancel(job.id)}
      >
        Cancel
      </InkButton>
    </Flex>
  );
}
