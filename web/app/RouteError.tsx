import { appPath } from '../text/appPath';
import { Box, Button, Heading, Text } from '@chakra-ui/react';
import { isRouteErrorResponse, useRouteError } from 'react-router';
import { useTitle } from '../ui/useTitle';

/** Part of the app that the browser couldn't fetch: it asks for pieces of pages when they are first entered. */
const isNotFetched = (error: unknown): boolean =>
  error instanceof Error &&
  /dynamically imported module|Importing a module script failed|error loading/i.test(error.message);

/** What is shown when a page itself fails: the work is in the browser's storage and was not touched. */
export function RouteError() {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  const offline = isNotFetched(error);
  const title = missing
    ? 'There is no such page'
    : offline
      ? 'This page could not be fetched'
      : 'Something went wrong on this page';
  useTitle(title);
  return (
    <Box p="10" maxW="40rem" as="main">
      <Heading as="h1" size="lg">
        {title}
      </Heading>
      <Text mt="3">
        {missing
          ? 'The address may be mistyped, or the page may have moved.'
          : offline
            ? 'The server can’t be reached. Your work is safe in this browser; try again when it can.'
            : error instanceof Error
              ? error.message
              : String(error)}
      </Text>
      {!missing && <Text mt="3">Your work is saved in this browser. Nothing of it was touched.</Text>}
      <Button mt="5" mr="3" bg="hand" color="paper" onClick={() => location.assign(appPath('projects'))}>
        To the projects
      </Button>
      {!missing && (
        <Button mt="5" variant="outline" borderColor="rule" color="ink" onClick={() => location.reload()}>
          Try again
        </Button>
      )}
    </Box>
  );
}
