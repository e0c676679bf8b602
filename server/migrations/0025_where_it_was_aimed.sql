-- Why: a tracker sees where a ball crossed the arrows, which is where it was aimed plus what the hand was off. Kept as the target, that scatter was told as moves of the eyes.

alter table shot add column arrows_board double precision check (arrows_board between 1 and 39);
update shot set arrows_board = target_board, target_board = null where path is not null;
