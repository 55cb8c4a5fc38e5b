-- Makes a large office of the demo's own: everything that is there is copied under other names until there are so many.
-- The same each time: what looks like chance comes from md5 of the number. Copies send mail only, since a folder's password
-- is sealed for its own destination.
-- :devices, :people, :destinations, :jobs, :deliveries and :changes are what there are at the end.

create function pg_temp.some(seed text, below bigint) returns bigint language sql immutable as
    $$ select (('x' || substr(md5(seed), 1, 12))::bit(48)::bigint) % below $$;

-- The whole row is copied, so that a column that comes to the table later is filled as it is in the demo.
insert into device
select copy.*
from generate_series(1, :devices - (select count(*) from device)) n
    join (select d as was, row_number() over (order by name) - 1 as i, count(*) over () as all_of from device d
            where stand_in_uri is not null) t on t.i = n % t.all_of
    cross join lateral jsonb_populate_record(t.was, jsonb_build_object(
        'id', md5('device ' || n)::uuid, 'version', 0, 'name', (t.was).name || ' ' || n,
        'place', (t.was).place || ', level ' || n % 9, 'address', '127.21.' || n / 250 || '.' || n % 250 + 1, 'port', :port,
        'protocol', 'IPP', 'encrypted', false, 'fingerprint', '', 'account', '', 'secret', null, 'stand_in_uri', null,
        'storage_uri', null, 'condition', 'READY', 'condition_words', 'Ready.', 'seen_at', now(), 'next_look_at', now(),
        'unanswered', 0, 'in_use_until', null, 'sign_out_seconds', 60, 'created_at', now() - interval '3 years')) copy;

insert into person (id, version, name, login, email, pin_index, pin_length, created_at)
select md5('person ' || n)::uuid, 0, t.name || ' ' || n, t.login || '.' || n, t.login || '.' || n || '@wherrymoor.example', null, 0,
    now() - interval '3 years'
from generate_series(1, :people - (select count(*) from person)) n
    join (select *, row_number() over (order by login) - 1 as i, count(*) over () as all_of from person) t on t.i = n % t.all_of;

insert into destination (id, version, name, kind, route_id, created_at, settings)
select md5('destination ' || n)::uuid, 0, 'Desk ' || n, 'MAIL_FIXED', t.route_id, now() - interval '3 years',
    (t.settings::jsonb || jsonb_build_object('recipients', jsonb_build_array('desk' || n || '@wherrymoor.example')))::text
from generate_series(1, :destinations - (select count(*) from destination)) n
    cross join lateral (select * from destination where kind = 'MAIL_FIXED' order by name offset n % 2 limit 1) t;

insert into one_touch_job
select copy.*
from generate_series(1, :jobs - (select count(*) from one_touch_job)) n
    join (select j as was, row_number() over (order by name) - 1 as i, count(*) over () as all_of from one_touch_job j) t
        on t.i = n % t.all_of
    cross join lateral jsonb_populate_record(t.was, jsonb_build_object(
        'id', md5('job ' || n)::uuid, 'version', 0, 'name', (t.was).name || ' ' || n, 'ask_folder', false,
        'created_at', now() - interval '3 years')) copy;
insert into job_destination (job_id, position, destination_id, kinds)
select md5('job ' || n)::uuid, p, md5('destination ' || 1 + pg_temp.some('to ' || n, 250) + p)::uuid, ''
from generate_series(1, 5000) n, generate_series(0, 1) p
where exists (select 1 from one_touch_job j where j.id = md5('job ' || n)::uuid)
    and exists (select 1 from destination d where d.id = md5('destination ' || 1 + pg_temp.some('to ' || n, 250) + p)::uuid);

insert into panel_place (device_id, place, job_id)
select d.id, at, md5('job ' || 1 + (pg_temp.some(d.id::text, 150) + at) % 180)::uuid
from device d, generate_series(1, 5) at
where d.address like '127.21.%' and (d.abilities::json ->> 'panelPlaces')::int >= at
    and exists (select 1 from one_touch_job j where j.id = md5('job ' || 1 + (pg_temp.some(d.id::text, 150) + at) % 180)::uuid);

insert into change_record (at, who, kind, subject_id, subject, before, after)
select now() - interval '3 years' + n * (interval '3 years' / :changes), 'maud', 'job', md5('job ' || n % 180)::uuid, 'Job ' || n % 180,
    '{"name":"Job ' || n || '"}', '{"name":"Job ' || n + 1 || '"}'
from generate_series(1, :changes) n;

-- The deliveries: older ones have lower numbers.
update delivery set number = number + :deliveries;
update leg set turn = turn + :deliveries where turn > 0;
select setval('delivery_number', (select max(number) from delivery));

create temp table who as select row_number() over (order by login) - 1 as i, * from person;
create temp table what as select row_number() over (order by name) - 1 as i, * from one_touch_job;
create temp table at_device as select row_number() over (order by name) - 1 as i, * from device;
create temp table way as select row_number() over (order by name) - 1 as i, * from destination where kind = 'MAIL_FIXED';
create index on who (i); create index on what (i); create index on at_device (i); create index on way (i);
analyze who; analyze what; analyze at_device; analyze way;

insert into delivery (id, version, number, scan_id, device_id, device_name, place, person_id, person_name, person_login, person_email,
    job_id, job_name, job_icon, job_snapshot, profile_words, pages, state, trouble, scan_began_at, scanned_at, made_ready_at, named_at,
    file_name, file_bytes, contents_removed_at, wanted_revision, made_revision)
select md5('delivery ' || n)::uuid, 0, n, md5('scan ' || n)::uuid, d.id, d.name, d.place, p.id, p.name, p.login, p.email,
    j.id, j.name, j.icon, '{}', 'Both sides, colour as found, 200 dpi', 1 + pg_temp.some('pages ' || n, 12),
    case when pg_temp.some('state ' || n, 1000) < 3 then 'CALLED_OFF' else 'ACCEPTED' end, '', at, at + interval '20 seconds',
    at + interval '22 seconds', at + interval '23 seconds',
    to_char(at, 'YYYY-MM-DD') || ' ' || j.name || ' ' || p.name || ' ' || lpad((n % 10000)::text, 4, '0') || '.pdf',
    400000 + pg_temp.some('bytes ' || n, 4000000), at + interval '25 hours', 1, 1
from (select n, date_trunc('day', t) + interval '7 hours' + (t - date_trunc('day', t)) * 0.5 as at
        from generate_series(1, :deliveries) n,
            lateral (select now() - interval '3 years 2 days' + n * (interval '3 years' / :deliveries) as t) times) s
    join who p on p.i = pg_temp.some('who ' || n, (select count(*) from who))
    join what j on j.i = pg_temp.some('what ' || n, (select count(*) from what))
    join at_device d on d.i = pg_temp.some('where ' || n, (select count(*) from at_device));

insert into leg (id, version, delivery_id, position, kind, route_id, route_name, label, recipients, message_id, state, cause, sentence,
    remedy, reply, tries, first_try_at, handed_over_at, sent_at, accepted_at, possibly_twice, sent_bytes, destination_id, turn)
select md5('leg ' || n)::uuid, 0, md5('delivery ' || n)::uuid, 0, 'MAIL_FIXED', w.route_id, 'Lantern Post', w.name, w.settings::json ->> 'recipients',
    '<' || md5('leg ' || n) || '@wherrymoor.example>', case when d.state = 'ACCEPTED' then 'ACCEPTED' else 'STOPPED' end,
    case when d.state = 'ACCEPTED' then '' else 'CALLED_OFF' end, case when d.state = 'ACCEPTED' then '' else 'Stopped by maud.' end,
    '', '250 2.0.0 Accepted', 1, d.named_at, d.named_at, d.named_at, case when d.state = 'ACCEPTED' then d.named_at + interval '1 second' end,
    false, d.file_bytes * 4 / 3, w.id, n
from generate_series(1, :deliveries) n join delivery d on d.number = n
    join way w on w.i = pg_temp.some('way ' || n, (select count(*) from way));

insert into delivery_step (delivery_id, leg_id, at, words, far_side)
select d.id, case when s = 3 then md5('leg ' || d.number)::uuid end, d.scanned_at + s * interval '1 second',
    case s when 1 then 'Scanned.' when 2 then 'Made ready and named ' || d.file_name || '.' else 'Accepted by Lantern Post.' end,
    case when s = 3 then '250 2.0.0 Accepted' else '' end
from delivery d, generate_series(1, 3) s where d.number <= :deliveries;

insert into scan (id, version, device_id, person_id, job_id, state, trouble, remedy, created_at, ended_at, alive_at, sent_at)
select d.scan_id, 0, d.device_id, d.person_id, d.job_id, 'COMPLETE', '', '', d.scan_began_at, d.scanned_at, d.scanned_at, d.scanned_at
from delivery d where d.number <= :deliveries;
