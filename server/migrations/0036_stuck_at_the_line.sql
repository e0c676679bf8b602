-- Why: a shot of somebody who stuck at the line says nothing of the ball; it is a way of throwing of its own, and set aside by rule.

alter table shot drop constraint shot_execution_check;
alter table shot add check (execution in ('good', 'inside', 'wide', 'fast', 'slow', 'release', 'stuck'));
