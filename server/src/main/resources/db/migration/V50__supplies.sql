-- Paper and supplies as a device tells them, and when each supply will be out.
alter table device add column supplies text not null default '{"trays":[],"supplies":[]}';
alter table device add column forecasts text not null default '{}';

-- What was left of each supply at the end of each day, in percent.
create table supply_level (
    device_id uuid not null references device on delete cascade,
    supply varchar(80) not null,
    day date not null,
    percent integer not null,
    primary key (device_id, supply, day)
);
