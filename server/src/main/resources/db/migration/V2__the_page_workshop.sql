-- Profiles: everything beside colour, resolution and sides as JSON; passcodes apart from it, sealed.
alter table scan_profile add column settings text not null default '{}', add column passcodes bytea, drop column file_type;

-- What a page was found to be when it came, what a person decided about it, and what was done to it.
alter table scan_page
    add column blank_reason text not null default '', add column keep boolean not null default false,
    add column split_before boolean not null default false, add column fate text not null default '',
    add column done text not null default '[]';

create table delivery_file (
    delivery_id uuid not null references delivery on delete cascade, position int not null, name text not null,
    content_id uuid not null, media_type text not null, bytes bigint not null, pages int not null, part text not null,
    kind text not null, primary key (delivery_id, position));
insert into delivery_file
    select d.id, 0, d.file_name, d.file_id, c.media_type, d.file_bytes, d.pages, 'PAGES', 'DOCUMENT'
    from delivery d join content c on c.id = d.file_id;
alter table delivery drop column file_id;

-- How real pages compare with the table of sizes, one row a delivery.
create table size_observation (
    id bigint generated always as identity primary key, coding text not null, ratio double precision not null,
    at timestamptz not null);
create index on size_observation (coding, at desc);
