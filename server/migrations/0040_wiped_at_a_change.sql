-- Whether the ball was wiped, the dust off and the hand dry before the first shot after a change: ticked, since it is what gets forgotten.
alter table shot add column wiped boolean not null default false;
