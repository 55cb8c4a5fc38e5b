-- How many wrong attempts each door remembers; unknown accounts have none.
drop table sign_in_attempt;
create table guess_level (
    kind text not null, door text not null, level double precision not null, last_at timestamptz not null,
    primary key (kind, door));
create index on guess_level (last_at);

-- Wrong PINs of the last minutes by their keyed look-up value: one that is a slip of the right one is forgiven.
create table wrong_pin (device_id uuid not null, pin_index bytea not null, source text not null, at timestamptz not null);
create index on wrong_pin (device_id, at);

-- A PIN is kept by its keyed look-up value alone, and a passcode is made anew by the key: neither can be tried out
-- without the key, which is not in the database.
alter table person drop column pin_hash;
alter table download_link add column asks_passcode boolean not null default false;
update download_link set asks_passcode = passcode_hash is not null;
alter table download_link drop column passcode_hash;

-- Who came in, who did not, and what was let out of the house.
create table security_record (
    id bigint generated always as identity primary key, at timestamptz not null, what text not null, who text not null,
    door text not null, source text not null, words text not null);
create index on security_record (at);

-- Cookies are signed from now on; those that are out are worth nothing.
delete from spring_session;
