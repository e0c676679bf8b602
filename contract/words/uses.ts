/** What hangs on a record, counted. */
export const uses = {
  trials: '{count} trials',
  predictions: '{count} kept predictions',
  balls: '{count} balls',
  events: '{count} events',
  entries: '{count} event entries',
  gripSheets: '{count} grip sheets',
  reminders: '{count} reminders',
  links: '{count} links',
  schools: '{count} choices of a school',
  jobsBegun: '{count} jobs that are running or done',
  jobsNotBegun: '{count} waiting or cancelled jobs',
  jobs: '{count} jobs that name it',
  history: '{count} records of its history',
  photos: '{count} photos',
  entrants: '{count} entrants',
  shots: '{count} shots',
}
