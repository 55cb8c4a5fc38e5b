-- Whom scans are sent to: of the whole office, of a place, or of one person alone.
create table contact (
    id uuid primary key,
    version bigint not null,
    name text not null,
    email text not null,
    company text not null default '',
    place text not null default '',
    person_id uuid references person on delete cascade,
    created_at timestamptz not null,
    check (person_id is null or place = '')
);
create index contact_person on contact (person_id) where person_id is not null;
create index contact_email on contact (lower(email));

create table contact_group (
    id uuid primary key,
    version bigint not null,
    name text not null,
    place text not null default '',
    created_at timestamptz not null
);
create unique index contact_group_name on contact_group (lower(name), place);

create table contact_group_member (
    group_id uuid not null references contact_group on delete cascade,
    place_in_group int not null,
    contact_id uuid references contact on delete cascade,
    member_group_id uuid references contact_group on delete cascade,
    person_id uuid references person on delete cascade,
    primary key (group_id, place_in_group),
    check (num_nonnulls(contact_id, member_group_id, person_id) = 1)
);
create index contact_group_member_contact on contact_group_member (contact_id) where contact_id is not null;
create index contact_group_member_group on contact_group_member (member_group_id) where member_group_id is not null;
create index contact_group_member_person on contact_group_member (person_id) where person_id is not null;

-- Whom somebody sent to last, and whom they keep at hand; an address, or a group. Its key is the same in small letters.
create table person_recipient (
    person_id uuid not null references person on delete cascade,
    key text not null,
    value text not null,
    used_at timestamptz,
    favourite boolean not null default false,
    primary key (person_id, key),
    check (used_at is not null or favourite)
);
insert into person_recipient (person_id, key, value, used_at)
select d.person_id, lower(address), max(address), max(d.scanned_at)
from leg l join delivery d on d.id = l.delivery_id join person p on p.id = d.person_id,
     json_array_elements_text(l.recipients::json) as address
where l.kind = 'MAIL_CHOSEN'
group by d.person_id, lower(address);
