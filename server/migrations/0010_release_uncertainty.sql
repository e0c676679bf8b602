-- Why: a measured release figure says how far it can be trusted; one standard deviation, null when not known.

alter table customer
  add column speed_sd_mph double precision check (speed_sd_mph between 0 and 10),
  add column rev_sd_rpm double precision check (rev_sd_rpm between 0 and 300),
  add column axis_tilt_sd_deg double precision check (axis_tilt_sd_deg between 0 and 45),
  add column pap_sd_in double precision check (pap_sd_in between 0 and 5);
