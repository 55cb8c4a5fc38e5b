-- Where accounts of the office sign in by OpenID Connect; there is one at most.
create table sign_in_provider (
    id uuid primary key, revision uuid not null, name text not null, issuer text not null, client_id text not null, secret bytea,
    groups_claim text not null, groups text not null);
create unique index sign_in_provider_one on sign_in_provider ((true));

-- Accounts of the provider have no password here.
alter table administrator
    alter column password_hash drop not null, add column provider_subject text unique;
