/** What can be wrong with a shop that somebody brings. */
export const transfer = {
  tooLarge: '{name} is too large. A shop of that size is moved by a backup: npm run backup, npm run restore.',
  foreignEntry: 'The archive holds {name}, which belongs to no shop. Only shop.json and photos by their ids are taken.',
  notWhole: 'This is no whole archive of a shop: take it from its machine again.',
  notJson: 'shop.json is not readable JSON: take it from its machine again.',
  photoMissing: 'its photo is missing in the archive, or is no picture of the kind that it says',
  range: '{field} has to be {min} to {max}',
  oneOf: '{field} has to be one of {values}',
  wrongly: '{field} is not as it should be',
  missing: '{field} is missing',
  sameName:
    'there is another record called {name} here. Say that records of the same name are the same, or rename one.',
  pointsNowhere: 'it points at a record that is neither in the file nor here ({constraint})',
  twice: 'it is there twice, or something of its own stands here already ({constraint})',
  notFit: 'its values do not fit together',
}
