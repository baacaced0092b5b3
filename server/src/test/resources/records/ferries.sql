-- The island ferries: seven queries, two reports, a saved selection, a parameter with a typed list and a former name, a draft that
-- is not live, and statements in Sent. {data} is the folder of the files of sources.
insert into source (id, kind, settings, password, position, projects) values ('ferries', 'duckdb', '{"format":1,"file":"{data}/ferries.duckdb"}', 'fX/lEspJqT/yNfHn9Nunv8i4ZYlYnnmzCVuDcQ==', 1, '');
insert into query (project_id, id, name, source_id, draft_text, live_text, version, changed_at, source_parameter, stored_copy, cache_seconds) values ('home', 'port-names', 'Port names', 'ferries', 'select name from ports order by name', 'select name from ports order by name', 1, '2026-11-26T05:39:21.959788293Z', '', '', 0);
insert into query (project_id, id, name, source_id, draft_text, live_text, version, changed_at, source_parameter, stored_copy, cache_seconds) values ('home', 'vessel-names', 'Vessel names', 'ferries', 'select name from vessels order by name', 'select name from vessels order by name', 1, '2026-11-26T05:39:21.968712430Z', '', '', 0);
insert into query (project_id, id, name, source_id, draft_text, live_text, version, changed_at, source_parameter, stored_copy, cache_seconds) values ('home', 'routes-of-a-port', 'Routes of a port', 'ferries', 'select r.name
from routes r
join ports p on p.port_id = r.from_port
where p.name = :quay
order by r.name', 'select r.name
from routes r
join ports p on p.port_id = r.from_port
where p.name = :quay
order by r.name', 1, '2026-11-26T05:39:21.973212260Z', '', '', 0);
insert into query (project_id, id, name, source_id, draft_text, live_text, version, changed_at, source_parameter, stored_copy, cache_seconds) values ('home', 'vessels-of-a-route', 'Vessels of a route', 'ferries', 'select v.name, v.name || '' ('' || v.vessel_class || '')'' as label
from vessels v
where v.vessel_class in (:ship_class)
  and exists (select 1
              from crossings c
              join routes r using (route_id)
              join ports p on p.port_id = r.from_port
              where c.vessel_id = v.vessel_id
                and r.name = :route
                and p.name = :quay)
order by v.name', 'select v.name, v.name || '' ('' || v.vessel_class || '')'' as label
from vessels v
where v.vessel_class in (:ship_class)
  and exists (select 1
              from crossings c
              join routes r using (route_id)
              join ports p on p.port_id = r.from_port
              where c.vessel_id = v.vessel_id
                and r.name = :route
                and p.name = :quay)
order by v.name', 1, '2026-11-26T05:39:21.974708222Z', '', '', 0);
insert into query (project_id, id, name, source_id, draft_text, live_text, version, changed_at, source_parameter, stored_copy, cache_seconds) values ('home', 'vessel-diary', 'Vessel diary', 'ferries', 'select c.departed_at, r.name as route, v.name as vessel, c.state,
       c.delay_min, c.passengers, c.wave_height_m, c.master_note
from crossings c
join routes r using (route_id)
join ports p on p.port_id = c.port_id
left join vessels v using (vessel_id)
where c.departed_at = :month
  and p.name = :quay
  and r.name = :route
  and v.name in (:ship)
  and v.vessel_class in (:ship_class)
  and c.state in (:state)
  and c.delay_min between :delay_low and :delay_high
  and c.master_note = :note
  and (v.car_deck > 0) = :with_cars
order by c.departed_at, c.crossing_id', 'select c.departed_at, r.name as route, v.name as vessel, c.state,
       c.delay_min, c.passengers, c.wave_height_m, c.master_note
from crossings c
join routes r using (route_id)
join ports p on p.port_id = c.port_id
left join vessels v using (vessel_id)
where c.departed_at = :month
  and p.name = :quay
  and r.name = :route
  and v.name in (:ship)
  and v.vessel_class in (:ship_class)
  and c.state in (:state)
  and c.delay_min between :delay_low and :delay_high
  and c.master_note = :note
  and (v.car_deck > 0) = :with_cars
order by c.departed_at, c.crossing_id', 1, '2026-11-26T05:39:21.988740291Z', '', '', 0);
insert into query (project_id, id, name, source_id, draft_text, live_text, version, changed_at, source_parameter, stored_copy, cache_seconds) values ('home', 'late-crossings', 'Late crossings', 'ferries', 'select p.name as port, v.name as vessel,
       c.departed_at, c.delay_min, c.passengers
from crossings c
join ports p using (port_id)
left join vessels v using (vessel_id)
where p.name in (:port)
  and c.departed_at >= :from
  and c.departed_at < :to + interval ''1 day''
  and c.state = ''SAILED''
  and c.delay_min >= :min_delay
  and v.name = :vessel
order by c.departed_at, c.crossing_id', 'select p.name as port, v.name as vessel,
       c.departed_at, c.delay_min, c.passengers
from crossings c
join ports p using (port_id)
left join vessels v using (vessel_id)
where p.name in (:port)
  and c.departed_at >= :from
  and c.departed_at < :to + interval ''1 day''
  and c.state = ''SAILED''
  and c.delay_min >= :min_delay
  and v.name = :vessel
order by c.departed_at, c.crossing_id', 1, '2026-11-26T05:39:23.516353737Z', '', '', 0);
insert into query (project_id, id, name, source_id, draft_text, live_text, version, changed_at, source_parameter, stored_copy, cache_seconds) values ('home', 'classes', 'Classes', 'ferries', 'select vessel_class from vessels where vessel_class in (:klass) -- draft', 'select vessel_class, name from vessels where vessel_class in (:klass)', 2, '2026-11-26T05:39:36.973798941Z', '', '', 0);
insert into parameter (project_id, name, definition, position, version) values ('home', 'port', '{"format":1,"parameter":{"name":"parameter","label":"Port","group":"Where","type":"text","multiple":true,"covers":"itself","blank-rule":"no-filter","blank-label":"any port","list":{"query":"port-names","counts":false,"cache-seconds":300},"when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[],"default":{"values":["Ardlow","Skerrin"],"without-value":false},"trial":{"values":["Ardlow","Skerrin"],"without-value":false}}}', 1, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'from', '{"format":1,"parameter":{"name":"parameter","label":"Departed","group":"When","type":"date","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any day","when-unlisted":"keep","all-rule":"leave-out","range-end":"to","private":false,"former-names":[],"default":{"values":["2026-03-01"],"without-value":false},"trial":{"values":["2026-03-01"],"without-value":false}}}', 2, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'to', '{"format":1,"parameter":{"name":"parameter","label":"To","group":"When","type":"date","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any day","when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[],"default":{"values":["2026-03-31"],"without-value":false},"trial":{"values":["2026-03-31"],"without-value":false}}}', 3, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'min_delay', '{"format":1,"parameter":{"name":"parameter","label":"Late by at least","type":"integer","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any time","unit":"min","when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[],"default":{"values":["15"],"without-value":false},"trial":{"values":["15"],"without-value":false}}}', 4, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'vessel', '{"format":1,"parameter":{"name":"parameter","label":"Vessel","type":"text","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any vessel","list":{"query":"vessel-names","counts":false,"cache-seconds":300},"when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[]}}', 5, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'rows', '{"format":1,"parameter":{"name":"parameter","label":"Rows of the table","type":"integer","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"every row","unit":"rows","when-unlisted":"keep","all-rule":"leave-out","unlimited-value":0,"private":false,"former-names":[],"default":{"values":["1000"],"without-value":false},"trial":{"values":["1000"],"without-value":false}}}', 6, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'month', '{"format":1,"parameter":{"name":"parameter","label":"Month","hint":"every day of it","group":"When","type":"date","multiple":false,"covers":"month","blank-rule":"not-allowed","blank-label":"any month","when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[],"default":{"values":["2026-03-01"],"without-value":false},"trial":{"values":["2026-03-01"],"without-value":false}}}', 7, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'quay', '{"format":1,"parameter":{"name":"parameter","label":"Port","group":"Where","type":"text","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any port","list":{"query":"port-names","counts":false,"cache-seconds":300},"when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[],"default":{"values":["Ardlow"],"without-value":false},"trial":{"values":["Ardlow"],"without-value":false}}}', 8, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'route', '{"format":1,"parameter":{"name":"parameter","label":"Route","group":"Where","type":"text","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any route","list":{"query":"routes-of-a-port","counts":false,"cache-seconds":300},"when-unlisted":"drop","all-rule":"leave-out","private":false,"former-names":[]}}', 9, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'ship_class', '{"format":1,"parameter":{"name":"parameter","label":"Class","group":"Vessel","type":"text","multiple":true,"covers":"itself","blank-rule":"no-filter","blank-label":"any class","list":{"column":{"source":"ferries","table":"vessels","column":"vessel_class","excluded":[]},"counts":true,"cache-seconds":300},"when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[]}}', 10, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'ship', '{"format":1,"parameter":{"name":"parameter","label":"Vessel","hint":"those of the class that sailed the route","group":"Vessel","type":"text","multiple":true,"covers":"itself","blank-rule":"no-filter","blank-label":"any vessel","list":{"query":"vessels-of-a-route","counts":false,"cache-seconds":300},"when-unlisted":"drop","all-rule":"leave-out","private":false,"former-names":[]}}', 11, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'state', '{"format":1,"parameter":{"name":"parameter","label":"State","type":"text","multiple":true,"covers":"itself","blank-rule":"no-filter","blank-label":"whether sailed or not","list":{"column":{"source":"ferries","table":"crossings","column":"state","excluded":[]},"values":[{"value":"SAILED","label":"Sailed"},{"value":"CANCELLED","label":"Cancelled"},{"value":"DIVERTED","label":"Diverted"}],"counts":false,"cache-seconds":300},"when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[]}}', 12, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'delay_low', '{"format":1,"parameter":{"name":"parameter","label":"Delay","type":"integer","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any delay","unit":"min","when-unlisted":"keep","all-rule":"leave-out","minimum":"0","range-end":"delay_high","private":false,"former-names":[]}}', 13, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'delay_high', '{"format":1,"parameter":{"name":"parameter","label":"Delay, most","type":"integer","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"any delay","unit":"min","when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[]}}', 14, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'note', '{"format":1,"parameter":{"name":"parameter","label":"Master''s note","type":"text","multiple":false,"covers":"containing","blank-rule":"no-filter","blank-label":"any note","when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[]}}', 15, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'with_cars', '{"format":1,"parameter":{"name":"parameter","label":"Takes cars","type":"boolean","multiple":false,"covers":"itself","blank-rule":"no-filter","blank-label":"with cars or without","when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":[]}}', 16, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'fiscal_year', '{"format":1,"parameter":{"name":"parameter","label":"Fiscal year","type":"integer","multiple":false,"covers":"itself","blank-rule":"no-filter","when-unlisted":"keep","all-rule":"leave-out","formula":"fiscal year of :month from April","private":false,"former-names":[]}}', 17, 1);
insert into parameter (project_id, name, definition, position, version) values ('home', 'klass', '{"format":1,"parameter":{"name":"parameter","label":"Klasse","type":"text","multiple":true,"covers":"itself","blank-rule":"no-filter","blank-label":"any class","unit":"x","list":{"column":{"source":"ferries","table":"vessels","column":"vessel_class","excluded":[]},"values":[{"value":"Sound","label":"Big"},{"value":"Isle","label":"Small one"}],"counts":false,"cache-seconds":300},"when-unlisted":"keep","all-rule":"leave-out","private":false,"former-names":["class"],"default":{"all":true},"trial":{"values":["Isle"],"without-value":true}}}', 18, 1);
insert into report (project_id, id, definition, draft, published, position, version) values ('home', 'vessel-diary', '{"format":1,"report":{"id":"report","name":"Vessel diary","audience":"for masters and planners","question":"Crossings in {month}[ (fiscal year {fiscal_year})][ from {quay}][ on the route {route}][ by {ship}][ of class {ship_class}][, {state}][, delayed {delay_low..delay_high}][, with a note {note}][, cars: {with_cars}].","controls":[{"kind":"month","label":"Month","parameters":["month"]},{"kind":"dropdown","label":"Port","parameters":["quay"]},{"kind":"dropdown","label":"Route","parameters":["route"]},{"kind":"slicer","label":"Class","parameters":["ship_class"]},{"kind":"dropdown","label":"Vessel","parameters":["ship"]},{"kind":"slicer","label":"State","parameters":["state"]},{"kind":"numbers","label":"Delay","parameters":["delay_low","delay_high"]},{"kind":"text","label":"Master''s note","parameters":["note"]},{"kind":"switch","label":"Takes cars","parameters":["with_cars"]}],"views":[{"id":"figures","kind":"figures","query":"vessel-diary","measures":[{"function":"count","column":"","label":"crossings","unit":""},{"function":"sum","column":"passengers","label":"passengers","unit":""},{"function":"avg","column":"delay_min","label":"average delay","unit":"min"},{"function":"max","column":"wave_height_m","label":"highest waves","unit":"m"}],"columns":[]},{"id":"by-vessel","kind":"bars","title":"By vessel","query":"vessel-diary","measures":[{"function":"count","column":"","label":"crossings","unit":""}],"group-by":"vessel","columns":[]},{"id":"diary","kind":"table","title":"Diary","query":"vessel-diary","measures":[],"columns":[{"name":"departed_at","label":"Departed"},{"name":"route","label":"Route"},{"name":"vessel","label":"Vessel"},{"name":"state","label":"State"},{"name":"delay_min","label":"Delay, min"},{"name":"passengers","label":"Passengers"},{"name":"wave_height_m","label":"Waves, m"},{"name":"master_note","label":"Note"}]}],"start":"defaults","on-demand":true,"signed-parameters":[]}}', '', 1, 1, 1);
insert into report (project_id, id, definition, draft, published, position, version) values ('home', 'late-crossings', '{"format":1,"report":{"id":"report","name":"Late crossings","audience":"for harbour offices","question":"Sailed crossings from {port}, {from..to}, late by at least {min_delay}, on {vessel}; the table shows {rows}.","controls":[{"kind":"slicer","label":"Port","parameters":["port"]},{"kind":"dates","label":"Departed","parameters":["from","to"]},{"kind":"number","label":"Late by at least","parameters":["min_delay"]},{"kind":"dropdown","label":"Vessel","parameters":["vessel"]},{"kind":"rows","label":"Rows of the table","parameters":["rows"]}],"views":[{"id":"figures","kind":"figures","query":"late-crossings","measures":[{"function":"count","column":"","label":"late crossings","unit":""},{"function":"avg","column":"delay_min","label":"average delay","unit":"min"},{"function":"max","column":"delay_min","label":"latest of all","unit":"min"},{"function":"sum","column":"passengers","label":"passengers held up","unit":""}],"columns":[]},{"id":"by-port","kind":"bars","title":"By port","query":"late-crossings","measures":[{"function":"count","column":"","label":"late crossings","unit":""}],"group-by":"port","columns":[]},{"id":"by-vessel","kind":"bars","title":"By vessel","query":"late-crossings","measures":[{"function":"count","column":"","label":"late crossings","unit":""}],"group-by":"vessel","columns":[]},{"id":"crossings","kind":"table","title":"Crossings","query":"late-crossings","measures":[],"limit-parameter":"rows","columns":[{"name":"port","label":"Port"},{"name":"vessel","label":"Vessel"},{"name":"departed_at","label":"Departed"},{"name":"delay_min","label":"Late, min"},{"name":"passengers","label":"Passengers"}]}],"start":"defaults","on-demand":false,"signed-parameters":[]}}', '', 1, 2, 1);
insert into selection (id, report_id, viewer, name, choices, created_at, project_id) values ('ed64943c-2942-3027-9dbe-a1288865e83d', 'late-crossings', '1206cc03-520c-40ef-8be3-ab8e56d2ad2f', 'My own port', '{"format":1,"choices":{"port":{"values":["Lunna"],"without-value":false}}}', '2026-11-26T05:39:36.535038775Z', 'home');
insert into sent (id, run_id, sent_at, source_id, query_id, report_id, view_id, cause, text, bound_values, outcome, problem, fetched_rows, shown_rows, database_ms, total_ms, evidence, project_id, caller, local_rows) values (1, '7fb48547-7d01-4b59-9124-ea02cf294049', '2026-11-26T05:39:24.109623005Z', 'ferries', 'port-names', '', '', 'list', 'select name from ports order by name
limit ?', '{"format":1,"record":[{"parameter":"","offset":43,"type":"integer","values":["10001"]}]}', 'done', '', 14, 14, 7.055909, 9.295978, '', 'home', '', -1);
insert into sent (id, run_id, sent_at, source_id, query_id, report_id, view_id, cause, text, bound_values, outcome, problem, fetched_rows, shown_rows, database_ms, total_ms, evidence, project_id, caller, local_rows) values (2, 'r2', '2026-11-26T05:39:46.236975139Z', 'ferries', 'classes', '', '', 'bench', 'select vessel_class from vessels where vessel_class in (?)
limit ?', '{"format":1,"record":[{"parameter":"klass","offset":56,"type":"text","values":["Isle"]},{"parameter":"","offset":65,"type":"integer","values":["1001"]}]}', 'done', '', 6, 6, 3.066886, 61.22575, '{"format":1,"record":{"reason":"","measured":false,"millis":101.346458,"verdicts":[{"parameter":"klass","outcome":"SPREAD","start":56,"end":62,"clauseStart":39,"clauseEnd":63,"where":"WHILE_SCANNING","proof":"SEQ_SCAN on vessels: vessel_class=''Isle''","table":"vessels","index":"","estimated":5.0,"actual":-1.0,"read":-1.0,"advice":""}],"plan":["LIMIT","SEQ_SCAN on vessels"]}}', 'home', '', -1);
insert into sent (id, run_id, sent_at, source_id, query_id, report_id, view_id, cause, text, bound_values, outcome, problem, fetched_rows, shown_rows, database_ms, total_ms, evidence, project_id, caller, local_rows) values (3, '4ab777fc-0e62-4100-a0f2-8efb135d4c08', '2026-11-26T05:39:47.455864368Z', 'ferries', 'classes', '', '', 'evidence', 'explain select vessel_class from vessels where vessel_class in (?)
limit ?', '{"format":1,"record":[]}', 'done', '', 2, 2, 101.346458, 101.346458, '', 'home', '', -1);
