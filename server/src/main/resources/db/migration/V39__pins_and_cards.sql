-- Who made a PIN and when, people who may not sign in, and the cards by which they do.
alter table person add column pin_made_at timestamptz;
alter table person add column pin_by_other boolean not null default false;
alter table person add column disabled boolean not null default false;
alter table panel_session add column replace_pin text;
create table person_card (
    id uuid primary key,
    person_id uuid not null references person on delete cascade,
    card_index bytea not null unique,
    ending text not null,
    made_at timestamptz not null,
    used_at timestamptz,
    lost_at timestamptz
);
create index person_card_person on person_card (person_id);
