-- Recipients are settings of mail like its copies; what was kept before there was anything to say has the usual.
update destination
   set settings = ('{"copies": [], "copyToSender": false, "directEntry": true}'::jsonb || settings::jsonb
        || jsonb_build_object('recipients', recipients::jsonb))::text
 where kind like 'MAIL%';

alter table destination drop column recipients;
