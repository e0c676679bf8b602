/** What the description of the routes says of them. */
export const openapi = {
  title: 'Sleetfall',
  about:
    'Routes of one shop’s server. A session’s cookie comes from POST /session. Everything that changes something carries the page’s own Origin, and a UUID of its own in X-Write-Id: the same one sent again does nothing twice.',
  answer: 'What was asked for, or what stands now',
  nothing: 'Done',
  problem: 'What is wrong, as a code with its sentence and, for input, the fields',
  writeId: 'A new UUID for each change; the same one when it is sent again',
  stream: 'News as they come, as server-sent events',
}
