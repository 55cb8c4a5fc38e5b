-- Tokens by which programs read and change the set-up; only their keyed values are kept.
create table access_token (
    id uuid primary key,
    name text not null,
    may_change boolean not null,
    digest bytea not null unique,
    made_by text not null,
    made_at timestamptz not null,
    until timestamptz not null,
    used_at timestamptz,
    used_from text not null default ''
);
