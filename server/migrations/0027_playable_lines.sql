-- Why: a line that this bowler cannot play covers nothing. Boards from their own side; null: by the style.

alter table customer
  add column laydown_from_board double precision check (laydown_from_board between 1 and 39),
  add column laydown_to_board double precision check (laydown_to_board between 1 and 39),
  add column target_from_board double precision check (target_from_board between 1 and 39),
  add column target_to_board double precision check (target_to_board between 1 and 39),
  add column most_launch_deg double precision check (most_launch_deg between 0 and 10),
  add constraint playable_order check (laydown_from_board <= laydown_to_board and target_from_board <= target_to_board);
