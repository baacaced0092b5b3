--> 1 1 1 : t
select a::int, b::numeric(10,2), c::text[] from t where d::date = :p::date
--> 1 1 1 : t
select a from t where a = any(:p)
--> 1 1 1 : t
select a from t where a = any(array[1, :p])
--> 1 1 1 : t
select a from t where a <> all(:p)
--> 2 1 0 : t, s
select a from t where a > some (select b from s)
--> 1 1 1 : t
select a from t where a is distinct from :p
--> 1 2 1 : t
select a from t where a is not distinct from :p and b
--> 1 1 2 : t
select a from t where a between symmetric :p and :q
--> 1 1 1 : t
select a from t where tags @> array[:p]
--> 1 1 0 : t
select a from t where tags <@ '{x}'
--> 1 1 0 : t
select a from t where doc ? 'key'
--> 1 2 0 : t
select a from t where doc ?| array['a'] and doc ?& array['b']
--> 1 1 1 : t
select doc->'a'->>'b', doc #> '{a}', doc #>> '{b}' from t where doc->>'k' = :p
--> 1 2 0 : t
select a from t where doc @? '$.a' and doc @@ '$.b > 1'
--> 1 1 1 : t
select a from t where a ~* :p
--> 1 2 0 : t
select a from t where a !~ 'x' and a !~* 'y'
--> 1 1 1 : t
select a from t where a ilike '%' || :p || '%'
--> 1 1 1 : t
select a from t where a similar to :p
--> 1 0 0 : t
select E'it\'s', e'\\', 'plain \', $$ :no $$, $tag$ it's :no $tag$ from t
--> 1 0 0 : t
select U&'\0061', U&"\0061" from t
--> 1 0 0 : t
select a[1], a[1:2], a[lo:hi], a[:], (a)[1] from t
--> 1 0 1 : t
select a[:p] from t
--> 1 0 0 : t
select extract(year from a), substring(a from 1 for 2), trim(both ' ' from a), position('x' in a), overlay(a placing 'b' from 1 for 2) from t
--> 1 0 0 : t
select trim(leading from a), trim(from a) from t
--> 1 0 0 : t
select interval '1 day', date '2024-01-01', timestamp '2024-01-01 00:00' at time zone 'UTC' from t
--> 1 1 1 : t
select count(*) filter (where a = :p) from t
--> 1 2 2 : t
select count(*) filter (where a = :p and b = :q) as x from t
--> 1 0 0 : t
select percentile_cont(0.5) within group (order by a) from t
--> 1 0 0 : t
select a, b, count(*) from t group by grouping sets ((a, b), (a), ())
--> 1 0 0 : t
select a, count(*) from t group by rollup (a)
--> 1 0 0 : t
select a, count(*) from t group by cube (a, b)
--> 1 0 0 : t
select distinct on (a) a, b from t order by a, b
--> 1 0 0 : t
select a from t tablesample bernoulli (10) repeatable (1)
--> 1 0 1 : t
select a from t order by a fetch first :n rows only
--> 1 0 0 : t
select a from t order by a offset 5 rows fetch next 10 rows with ties
--> 1 0 0 : t
select a from t limit all
--> 2 1 1 : t, s
select * from t, lateral (select * from s where s.a = t.a + :p) x
--> 2 2 0 : t, s
select * from t left join lateral (select 1 from s where s.a = t.a) x on true
--> 1 0 1 :
select * from generate_series(1, :p) as g(n)
--> 1 0 0 :
select * from unnest(array[1,2]) with ordinality as u(x, n)
--> 1 0 0 :
select * from rows from (generate_series(1, 2), generate_series(1, 3)) as r(a, b)
--> 1 0 1 :
select * from late_crossings(month => :p)
--> 1 0 1 :
select * from late_crossings(month := :p)
--> 1 0 0 :
values (1, 'a'), (2, 'b')
--> 1 0 1 :
values (:p)
--> 1 0 0 : t
table t
--> 2 0 0 :
select * from (values (1), (2)) v(n)
--> 2 0 0 : t
with c as materialized (select a from t) select * from c
--> 2 0 0 : t
with c as not materialized (select a from t) select * from c
--> 3 1 0 : t
with recursive c(n) as (select 1 union all select n + 1 from c where n < 5) search depth first by n set o select * from c, t
--> 2 0 0 : t
select array(select 1), array[[1,2],[3,4]] from t
--> 1 1 1 : t
select a from t where row(a, b) < row(1, :p)
--> 1 1 1 : t
select a from t where (a, b) overlaps (:p, c)
--> 1 1 1 : t
select a from t where a operator(pg_catalog.=) :p
--> 1 1 1 : t
select a collate "C" from t where a collate "C" = :p
--> 1 0 0 : only_t
select * from only only_t
--> 1 1 1 : t
select a from t where xpath('//a', :p) is not null
--> 1 0 0 : t
select a from t /* outer /* inner :no */ still :no */
--> 1 1 1 : T, "My Table"
select * from "My Table" m join T on T."a:b" = :p
--> 1 1 0 : t
select a from t where a notnull
--> 1 0 0 : t
select nth_value(a, 2) over (partition by b order by c groups between unbounded preceding and 1 following exclude ties) from t
--> 1 1 1 : t
select json_build_object('a', a), '{"a": 1}'::jsonb from t where '{"k":":no"}'::jsonb ->> 'k' = :p
--> 1 0 0 :
select
--> 1 0 0 : t
select from t
