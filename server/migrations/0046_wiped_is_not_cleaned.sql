-- Why: a towel leaves more than half of the film, so games since the last cleaning go on over it; what was told of balls that were only wiped is told anew.
update ball_present p set stale = 0
where p.stale is null
  and exists (select 1 from ball_event e where e.ball_id = p.ball_id and e.kind = 'cleaned' and e.payload ->> 'with' = 'towel');
