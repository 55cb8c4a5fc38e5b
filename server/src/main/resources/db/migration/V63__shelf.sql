-- A folder of the shelf; its passcode is the seal of a slow hash.
create table shelf_folder (
    id uuid primary key,
    version bigint not null,
    name text not null,
    reach text not null,
    device_id uuid,
    own boolean not null,
    keep_days integer not null,
    passcode bytea,
    created_at timestamptz not null
);

-- A document that lies in one: at which device (none for the office's), whose alone (none for everybody's), and what it is found by.
create table shelf_document (
    id uuid primary key,
    folder_id uuid not null,
    device_id uuid,
    owner_id uuid,
    name text not null,
    name_order text not null,
    generic boolean not null,
    media_type text not null,
    bytes bigint not null,
    pages integer not null,
    content_id uuid not null,
    thumbnail_id uuid,
    words tsvector not null,
    added_at timestamptz not null,
    added_by text not null,
    leg_id uuid,
    position integer,
    removed_at timestamptz
);
create index shelf_document_in on shelf_document (folder_id, device_id) where removed_at is null;
create index shelf_document_words on shelf_document using gin (words);
create index shelf_document_removed on shelf_document (removed_at) where removed_at is not null;
create index shelf_document_content on shelf_document (content_id);
-- A leg that is tried again puts nothing there twice.
create unique index shelf_document_of_leg on shelf_document (leg_id, position) where leg_id is not null;

-- Who has given a folder's passcode, and until when that counts.
create table shelf_opened (
    holder text not null,
    folder_id uuid not null,
    until timestamptz not null,
    primary key (holder, folder_id)
);
