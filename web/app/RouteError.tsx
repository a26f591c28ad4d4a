import { Box, Button, Heading, Text } from '@chakra-ui/react';
import { useRouteError } from 'react-router';

/** What is shown when a page itself fails: the work is in the browser's storage and was not touched. */
export function RouteError() {
  const error = useRouteError();
  const text = error instanceof Error ? error.message : 'The page does not exist.';
  return (
    <Box p="10" maxW="40rem">
      <Heading size="lg">Something went wrong on this page</Heading>
      <Text mt="3">{text}</Text>
      <Text mt="3">Your work is saved in this browser. Go back to the projects and open it again.</Text>
      <Button mt="5" onClick={() => location.assign('/projects')}>
        To the projects
      </Button>
    </Box>
  );
}
