-- Who scans without signing in is nobody whom the office knows; each session has an id of its own.
alter table panel_session alter person_id drop not null;
alter table panel_session add guest_id uuid;
alter table panel_session add check (num_nonnulls(person_id, guest_id) = 1);
alter table one_touch_job add guests boolean not null default false;
