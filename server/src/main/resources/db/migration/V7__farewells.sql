-- Consents that have ended here, and of which the cloud is still to be told (RFC 7009). The destination or the person may be
-- gone by then, so all that is needed lies in the row; the tokens and the client's secret are sealed.
create table farewell (
    id uuid primary key, destination_id uuid not null, destination text not null, person text not null, settings text not null,
    secret bytea not null, refresh_token bytea not null, since timestamptz not null, tries int not null);
