create table administrator (
    id uuid primary key, version bigint not null, login text not null unique, name text not null, email text not null,
    password_hash text not null, created_at timestamptz not null);

create table sign_in_attempt (key text primary key, failures int not null, last_at timestamptz not null);

create table device (
    id uuid primary key, version bigint not null, name text not null unique, place text not null, place_what text not null,
    address text not null, port int not null, abilities text not null, stand_in_uri text,
    condition text not null, condition_words text not null, seen_at timestamptz, sign_out_seconds int not null,
    created_at timestamptz not null, unique (address, port));

create table mail_server (
    id uuid primary key, version bigint not null, name text not null unique, host text not null, port int not null,
    encryption text not null, certificate_check text not null, fingerprint text not null, sign_in text not null,
    account text not null, secret bytea, sender text not null, sender_is_person boolean not null,
    size_limit_mb int not null, created_at timestamptz not null);

create table mail_probe (
    id uuid primary key, version bigint not null, server_id uuid not null references mail_server on delete cascade,
    at timestamptz not null, passed boolean not null, report text not null);
create index on mail_probe (server_id, at desc);

create table destination (
    id uuid primary key, version bigint not null, name text not null unique, kind text not null, route_id uuid not null,
    recipients text not null, created_at timestamptz not null);

create table scan_profile (
    id uuid primary key, version bigint not null, name text not null unique, colour text not null, dpi int not null,
    sides text not null, file_type text not null, created_at timestamptz not null);

create table name_template (
    id uuid primary key, version bigint not null, name text not null unique, template text not null,
    created_at timestamptz not null);

create table name_counter (scope text primary key, value bigint not null);

create table one_touch_job (
    id uuid primary key, version bigint not null, name text not null unique, icon text not null,
    profile_id uuid not null references scan_profile, template_id uuid not null references name_template,
    subject text not null, body text not null, created_at timestamptz not null);

create table job_destination (
    job_id uuid not null references one_touch_job on delete cascade, position int not null,
    destination_id uuid not null references destination, primary key (job_id, position));

create table person (
    id uuid primary key, version bigint not null, name text not null, login text not null unique, email text not null,
    pin_hash text, pin_index bytea unique, pin_length int not null, created_at timestamptz not null);

create table panel_place (
    device_id uuid not null references device on delete cascade, place int not null,
    job_id uuid not null references one_touch_job on delete cascade, primary key (device_id, place));

create table panel_session (
    token_hash bytea primary key, device_id uuid not null references device on delete cascade,
    person_id uuid not null references person on delete cascade, created_at timestamptz not null, last_at timestamptz not null);

create table content (
    id uuid primary key, media_type text not null, bytes bigint not null, sha256 bytea not null, created_at timestamptz not null);
create table content_chunk (
    content_id uuid not null references content on delete cascade, number int not null, sealed bytea not null,
    primary key (content_id, number));
alter table content_chunk alter column sealed set storage external;

create table scan (
    id uuid primary key, version bigint not null, device_id uuid not null, person_id uuid not null, job_id uuid not null,
    state text not null, trouble text not null, remedy text not null, dpi int not null, created_at timestamptz not null,
    ended_at timestamptz);
create table scan_page (
    scan_id uuid not null references scan on delete cascade, number int not null, content_id uuid not null,
    thumbnail_id uuid not null, width int not null, height int not null, bytes bigint not null, media text not null,
    primary key (scan_id, number));

create sequence delivery_number start 48001;
create table delivery (
    id uuid primary key, version bigint not null, number bigint not null unique, scan_id uuid, device_id uuid not null,
    device_name text not null, place text not null, person_id uuid not null, person_name text not null,
    person_login text not null, person_email text not null, job_id uuid not null, job_name text not null, job_icon text not null,
    job_snapshot text not null, profile_words text not null, pages int not null, state text not null, trouble text not null,
    scan_began_at timestamptz not null, scanned_at timestamptz not null, made_ready_at timestamptz, named_at timestamptz,
    file_id uuid, file_name text not null, file_bytes bigint not null, contents_removed_at timestamptz);
create index on delivery (scanned_at desc);
create index on delivery (state) where state <> 'ACCEPTED';
create table leg (
    id uuid primary key, version bigint not null, delivery_id uuid not null references delivery on delete cascade,
    position int not null, kind text not null, route_id uuid not null, route_name text not null, label text not null,
    recipients text not null, message_id text not null, state text not null, cause text not null, sentence text not null,
    remedy text not null, reply text not null, tries int not null, first_try_at timestamptz, next_try_at timestamptz,
    handed_over_at timestamptz, sent_at timestamptz, accepted_at timestamptz, possibly_twice boolean not null,
    sent_bytes bigint not null);
create index on leg (delivery_id);
create index on leg (route_id) where state in ('WAITING', 'STOPPED', 'MOVING');
create table delivery_step (
    id bigint generated always as identity primary key, delivery_id uuid not null references delivery on delete cascade,
    leg_id uuid, at timestamptz not null, words text not null, far_side text not null);
create index on delivery_step (delivery_id, id);

create table change_record (
    id bigint generated always as identity primary key, at timestamptz not null, who text not null, kind text not null,
    subject_id uuid not null, subject text not null, before text, after text);

create table setting (name text primary key, value text not null);

-- db-scheduler, as its documentation gives it for PostgreSQL
create table scheduled_tasks (
    task_name text not null, task_instance text not null, task_data bytea, execution_time timestamptz not null,
    picked boolean not null, picked_by text, last_success timestamptz, last_failure timestamptz, consecutive_failures int,
    last_heartbeat timestamptz, version bigint not null, priority smallint, primary key (task_name, task_instance));
create index execution_time_idx on scheduled_tasks (execution_time);
create index last_heartbeat_idx on scheduled_tasks (last_heartbeat);

-- Spring Session, as its documentation gives it for PostgreSQL
create table spring_session (
    primary_id char(36) not null primary key, session_id char(36) not null, creation_time bigint not null,
    last_access_time bigint not null, max_inactive_interval int not null, expiry_time bigint not null, principal_name varchar(100));
create unique index spring_session_ix1 on spring_session (session_id);
create index spring_session_ix2 on spring_session (expiry_time);
create index spring_session_ix3 on spring_session (principal_name);
create table spring_session_attributes (
    session_primary_id char(36) not null references spring_session (primary_id) on delete cascade,
    attribute_name varchar(200) not null, attribute_bytes bytea not null, primary key (session_primary_id, attribute_name));
