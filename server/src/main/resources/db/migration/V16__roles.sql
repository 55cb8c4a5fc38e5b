-- What an account at the desk may do, its second factor, and invitations to become one.
alter table administrator
    add column role text not null default 'ADMINISTRATOR',
    add column totp_key bytea,
    add column totp_step bigint not null default 0;
create table invitation (
    id uuid primary key, token_hash bytea not null unique, login text not null unique, name text not null, email text not null,
    role text not null, invited_by text not null, ends_at timestamptz not null);
