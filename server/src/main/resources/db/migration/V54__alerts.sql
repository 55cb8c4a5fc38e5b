-- What needs a person, one row for each time that it does. While it has not ended its key is there once.
create table alert (
    id uuid primary key,
    key text not null,
    rule text not null,
    cause text not null,
    place text not null,
    state text not null,
    weight text not null,
    sentence text not null,
    remedy text not null,
    concerns text not null,
    since timestamptz not null,
    began_at timestamptz,
    seen_at timestamptz not null,
    ended_at timestamptz,
    taken_by text not null default '',
    taken_at timestamptz,
    put_off_until timestamptz,
    told_at timestamptz,
    -- What other programs were told of it last: nothing, that it began, that it ended.
    hooked text not null default ''
);
create unique index alert_not_ended on alert (key) where ended_at is null;
create index alert_ended on alert (ended_at desc) where ended_at is not null;

-- What is to be said of alerts, until it has been taken.
create table alert_message (
    id uuid primary key,
    kind text not null,
    target text not null,
    subject text not null,
    body text not null,
    created_at timestamptz not null,
    tries integer not null default 0,
    trouble text not null default ''
);

-- The days on which the daily mail was written.
create table alert_digest (day date primary key);
