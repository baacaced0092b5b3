--> 1 0 0 : t
from t
--> 1 1 1 : t
from t where a = :p
--> 1 0 0 : t
from t select a
--> 1 1 1 : t
from t select a where a = :p
--> 2 1 1 : t
from (from t where a = :p) x
--> 1 0 0 : t
select * exclude (a) from t
--> 1 0 0 : t
select * replace (a + 1 as a) from t
--> 1 0 0 : t
select columns('a.*') from t
--> 1 1 1 : t
select a, row_number() over (partition by b) as n from t qualify n = :p
--> 1 2 1 : t
select a from t where b = 1 qualify row_number() over (partition by a order by b) = :p
--> 1 1 1 : t
select a from t where a = :p using sample 10 rows
--> 1 0 0 : t
select a from t tablesample reservoir(10%)
--> 1 0 0 : t
select a, count(*) from t group by all
--> 1 0 0 : t
select a from t order by all
--> 1 0 0 : t
select {'k': a, 'l': b}, {'k':v} from t
--> 1 0 0 : t
select [1, 2, 3], list_transform(a, x -> x + 1), map {'a': 1} from t
--> 1 0 0 : t
select a[1], a[1:2], a[-1], s.field from t
--> 1 1 1 : t
select a::int, try_cast(a as date) from t where a::date = :p
--> 1 1 1 : t
select a from t where a ilike :p
--> 1 1 1 : t
select a from t where list_contains(a, :p)
--> 1 1 1 : t
select a from t where a = any(:p)
--> 1 1 1 : t
select a from t where a is not distinct from :p
--> 1 0 0 :
select * from 'file.parquet'
--> 1 0 0 :
select * from read_csv('a.csv', header = true)
--> 1 0 1 :
select * from range(:p) r(n)
--> 1 0 0 : t, s
select * from t positional join s
--> 1 1 0 : t, s
select * from t asof join s on t.a >= s.a
--> 1 1 0 : t, s
select * from t semi join s on t.a = s.a
--> 1 1 0 : t, s
select * from t anti join s on t.a = s.a
--> 2 0 0 : t, s
select a from t union by name select a from s
--> 2 0 0 : t, s
select a from t union all by name select a from s
--> 1 0 0 : t
select a from t limit 10%
--> 1 0 0 : t
select $$ :no $$, $x$ :no $x$, e'\n' from t
--> 1 0 0 : t
select * from t pivot (sum(a) for b in ('x', 'y'))
--> 1 0 0 : t
select * from t unpivot (v for k in (a, b))
--> 1 0 0 : t
select a, sum(b) filter (c > 1) from t
--> 1 1 1 : t
select sum(b) filter (where c > :p) from t
--> 1 0 0 : t
select percentile_cont(0.5) within group (order by a), arg_max(a, b) from t
--> 1 0 0 :
values (1, 'a'), (2, 'b')
--> 1 0 0 :
select unnest([1, 2])
--> 2 1 1 : t, s
select * from t, lateral (select * from s where s.a = t.a + :p) x
--> 1 2 1 : t
select a from t where a between :p and a + interval '1 day' and b
--> 1 1 1 : t
select a from t where regexp_matches(a, :p)
--> 1 0 0 : db.main.t
select a from db.main.t
--> 1 0 0 : t
select a, grouping(a) from t group by grouping sets ((a), ())
