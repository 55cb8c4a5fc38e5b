-- Names that a stranger finds; and where something happened is data instead of a sentence.
alter table guess_level rename to sign_in_throttle;
alter table sign_in_throttle rename column door to of;
alter table sign_in_throttle rename constraint guess_level_pkey to sign_in_throttle_pkey;
alter index guess_level_last_at_idx rename to sign_in_throttle_last_at_idx;

alter table security_record add column place text, add column place_name text not null default '';
update security_record set
    place = case
        when door = 'desk' then 'DESK' when door = 'every panel' then 'EVERY_PANEL' when door = 'download link' then 'DOWNLOAD_LINK'
        when door like 'panel of %' then 'PANEL' else 'THIS_MACHINE' end,
    place_name = case when door like 'panel of %' then substr(door, length('panel of ') + 1) else '' end;
alter table security_record alter column place set not null, alter column place_name drop default, drop column door;
