-- What was scanned, summed up by day for reports; a month that is over also as a whole. What a day adds is reckoned anew as often as
-- something of it has changed, while its deliveries are there.
create table report_sum (
    day date not null,
    whole_month boolean not null,
    kind text not null,
    subject text not null,
    name text not null,
    documents bigint not null,
    pages bigint not null,
    bytes bigint not null,
    arrived bigint not null,
    failed bigint not null,
    -- counts of core.report.Durations, with commas between
    seconds text not null,
    primary key (kind, whole_month, day, subject)
);

-- Days that are summed up, and months (as their first day) that are.
create table report_period (
    day date not null,
    whole_month boolean not null,
    made_at timestamptz not null,
    primary key (whole_month, day)
);

-- Up to which step of a delivery changes are known, and by which zone days were told apart.
create table report_mark (only_one boolean primary key default true check (only_one), step_id bigint not null, zone text not null);
insert into report_mark (step_id, zone) values (0, '');
