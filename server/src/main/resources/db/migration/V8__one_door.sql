-- Files are made for a revision of the pages; what was made for another never leaves.
alter table delivery
    add column wanted_revision int not null default 1, add column made_revision int not null default 0,
    add column making_begun int not null default 0, add column making_failures int not null default 0,
    add column making_since timestamptz, add column making_next timestamptz;
update delivery set made_revision = 1 where named_at is not null;
update delivery set making_next = now() where named_at is null and state <> 'STOPPED';

-- A leg's place in the queue of its route: the delivery's number; where a person's files keep their order, whose; and which
-- of the route's clerks carries it.
alter table leg
    add column turn bigint not null default 0, add column in_order_of uuid, add column clerk int,
    add column revivals int not null default 0;
update leg l set turn = d.number from delivery d where d.id = l.delivery_id;
update leg l set in_order_of = d.person_id from delivery d
    where d.id = l.delivery_id and l.kind not in ('MAIL_TO_ME', 'MAIL_FIXED', 'MAIL_CHOSEN', 'LINK');
-- A leg has a time exactly when it waits and its files lie ready.
update leg set next_try_at = null where state <> 'WAITING';
update leg l set next_try_at = coalesce(l.next_try_at, now()) from delivery d
    where d.id = l.delivery_id and l.state = 'WAITING' and d.named_at is not null;
update leg l set state = 'WAITING', next_try_at = now(), maybe_there = maybe_there or handed_over_at is not null, handed_over_at = null
    where state = 'MOVING';
create index leg_turn on leg (route_id, turn) where state = 'WAITING';
create index leg_order on leg (route_id, in_order_of, turn) where state in ('WAITING', 'MOVING');
create index leg_moving on leg (route_id) where state = 'MOVING';

-- A leg had a task of its own; now its route has clerks, which the sweeper sets to work.
delete from scheduled_tasks where task_name = 'send-leg';

-- A scan shows that it lives; once sent it is changed only as a delivery.
alter table scan add column alive_at timestamptz, add column sent_at timestamptz;
update scan s set sent_at = d.scanned_at from delivery d where d.scan_id = s.id;
