-- How the line to a device is protected, and as whom it is asked.
alter table device add column encrypted boolean not null default false;
alter table device add column fingerprint text not null default '';
alter table device add column account text not null default '';
alter table device add column secret bytea;
