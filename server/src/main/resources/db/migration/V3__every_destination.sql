-- Probes of every kind of route, not of mail servers only.
alter table mail_probe rename to route_probe;
alter table route_probe drop constraint mail_probe_server_id_fkey;
alter table route_probe rename column server_id to route_id;

alter table mail_server
    add column token_endpoint text not null default '', add column client_id text not null default '';

-- What a destination needs beside its kind, as JSON; its secret apart from it, sealed.
alter table destination
    add column settings text not null default '{}', add column secret bytea, add column owner_id uuid references person;

alter table one_touch_job
    add column when_too_large text not null default 'REFUSE', add column notify_when text not null default 'NEVER';
-- Which kinds of paper go there; empty for all.
alter table job_destination add column kinds text not null default '';

alter table leg
    add column destination_id uuid, add column kinds text not null default '', add column lasting text not null default '',
    add column scope text not null default '', add column maybe_there boolean not null default false,
    add column recipient_outcomes text not null default '[]', add column landed text not null default '';
update leg set lasting = 'PASSES', scope = 'ROUTE' where cause <> '';
create index on leg (route_id, state);

-- Names that a leg is about to give its files, so that two instances never take the same.
create table name_claim (
    route_id uuid not null, folder text not null, name_key text not null, name text not null,
    leg_id uuid not null references leg on delete cascade, position int not null, primary key (route_id, folder, name_key));
create index on name_claim (leg_id);

create table route_health (
    route_id uuid primary key, kind text not null, failures int not null, paused_since timestamptz, cause text not null,
    sentence text not null, remedy text not null, lasting text not null, reply text not null, asked int not null,
    next_question timestamptz);

create table download_link (
    id uuid primary key, token_hash bytea not null unique, leg_id uuid not null references leg on delete cascade,
    delivery_id uuid not null references delivery on delete cascade, passcode_hash text, created_at timestamptz not null,
    expires_at timestamptz not null, withdrawn_at timestamptz);
create index on download_link (delivery_id);
create table download_event (
    id bigint generated always as identity primary key, link_id uuid not null references download_link on delete cascade,
    at timestamptz not null, address text not null, what text not null);
create index on download_event (link_id, id);

-- What the files may weigh at most when they had to be made smaller; what the person has been told.
alter table delivery add column fit_bytes bigint not null default 0, add column notified text not null default '';
