-- What became of each device, and when; from one row to the next it stayed so.
create table device_state (
    device_id uuid not null references device on delete cascade,
    since timestamptz not null,
    -- Empty: nobody looked from then on.
    state varchar(20) not null,
    words text not null,
    primary key (device_id, since)
);
