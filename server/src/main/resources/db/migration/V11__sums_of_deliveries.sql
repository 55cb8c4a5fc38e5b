-- What is left of deliveries whose lines were removed after years: how many there were, for reports. Of people nothing is left.
create table delivery_sum (
    day date not null, device_id uuid not null, device_name text not null, job_id uuid not null, job_name text not null,
    state text not null, deliveries bigint not null, pages bigint not null, bytes bigint not null,
    primary key (day, device_id, job_id, state));
