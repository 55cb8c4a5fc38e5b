-- Directories (LDAP) from which people come and in which recipients are found.
create table directory (
    id uuid primary key,
    version bigint not null,
    name text not null unique,
    host text not null,
    port int not null,
    encryption text not null,
    certificate_check text not null,
    fingerprint text not null,
    account text not null,
    secret bytea,
    base text not null,
    filter text not null,
    login_attribute text not null,
    name_attribute text not null,
    email_attribute text not null,
    group_of text not null,
    group_filter text not null,
    groups text not null,
    takes_people text not null,
    time text not null,
    search boolean not null,
    created_at timestamptz not null);

-- What became of each time that people were taken, or were to be.
create table directory_run (
    id uuid primary key,
    directory_id uuid not null references directory on delete cascade,
    at timestamptz not null,
    by_itself boolean not null,
    changed int not null,
    same int not null,
    left_out int not null,
    trouble text,
    remedy text);
create index directory_run_latest on directory_run (directory_id, at desc);

alter table person
    add directory_id uuid,
    add directory_key text,
    add directory_groups text not null default '[]',
    add left_directory boolean not null default false;
create unique index person_directory on person (directory_id, directory_key) where directory_id is not null;
