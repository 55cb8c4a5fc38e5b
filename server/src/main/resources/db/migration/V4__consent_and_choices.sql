-- Consent of a person to their own cloud folder (RFC 8628); both tokens sealed.
create table cloud_consent (
    destination_id uuid not null references destination on delete cascade,
    person_id uuid not null references person on delete cascade,
    refresh_token bytea not null, access_token bytea, access_until timestamptz, given_at timestamptz not null,
    used_at timestamptz, ended_at timestamptz, primary key (destination_id, person_id));

-- A code that is shown at a panel and waits for the person to type it on a telephone.
create table consent_request (
    id uuid primary key, destination_id uuid not null references destination on delete cascade,
    person_id uuid not null references person on delete cascade, device_code bytea not null, user_code text not null,
    page text not null, complete_page text not null, interval_seconds int not null, expires_at timestamptz not null,
    outcome text not null, reply text not null default '');

-- Where the stick and the shelf of a device are reached.
alter table device add column storage_uri text;

-- Chosen at the device: a folder below the destination's own; who gets a copy of a mail.
alter table leg add column below text not null default '', add column copies text not null default '[]';
alter table one_touch_job add column ask_folder boolean not null default false;

-- The news that the person has seen at a panel.
alter table delivery add column told_at_panel text not null default '';
create index on delivery (person_id, number);
