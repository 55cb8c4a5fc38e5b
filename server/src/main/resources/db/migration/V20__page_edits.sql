-- A page is known by itself, not by its place; what people do to pages is a list, of which the last can be undone.
alter table scan_page add column id uuid not null default gen_random_uuid();
create unique index scan_page_id on scan_page (id);
create table page_edit (
    scan_id uuid not null references scan on delete cascade, position int not null, edit text not null, at timestamptz not null,
    primary key (scan_id, position));

-- What was decided before.
insert into page_edit (scan_id, position, edit, at)
select scan_id, row_number() over (partition by scan_id order by number, what),
    case what when 1 then json_build_object('action', 'BRING_BACK', 'page', id)
        else json_build_object('action', 'SPLIT', 'page', id) end::text, now()
from scan_page cross join (values (1), (2)) w (what)
where what = 1 and keep or what = 2 and split_before;
alter table scan_page drop column keep, drop column split_before;
