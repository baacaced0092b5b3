--> 1 1 1 : [my table]
select [a b], [order] from [my table] where [a b] = :p
--> 1 1 1 : `t x`
select `a` from `t x` where `a` = :p
--> 1 1 1 : "t x"
select "a" from "t x" where "a" = :p
--> 1 0 0 : t
select 'a\', 'b' from t
--> 1 1 1 : t
select a from t where a == :p
--> 1 1 1 : t
select a from t where a is :p
--> 1 1 1 : t
select a from t where a is not :p
--> 1 1 1 : t
select a from t where a glob :p
--> 1 1 1 : t
select a from t where a match :p
--> 1 1 1 : t
select a from t where a regexp :p
--> 1 1 1 : t
select a from t where a like '%' || :p || '%' escape '\'
--> 1 0 2 : t
select a from t limit :m, :n
--> 1 0 0 : t
select a from t limit -1 offset 5
--> 1 0 0 : t
select a from t indexed by i1
--> 1 1 1 : t
select a from t not indexed where a = :p
--> 1 1 1 : t
select a from t where date(a) = date(:p, '+1 day')
--> 1 1 1 : t
select strftime('%Y', a) from t where strftime('%Y-%m', a) = :p
--> 1 1 1 : t
select doc ->> '$.a', json_extract(doc, '$.b') from t where doc ->> 'k' = :p
--> 1 0 1 :
select value from json_each(:p)
--> 1 1 1 : t
select e.value from t, json_each(t.tags) e where e.value = :p
--> 1 0 0 :
values (1, 'a'), (2, 'b')
--> 2 0 0 :
select * from (values (1), (2))
--> 2 0 0 : t
with c as materialized (select a from t) select * from c
--> 1 3 1 : t
select a from t where a isnull or 1 = :p and 0
--> 1 1 1 : t
select a from t where a collate nocase = :p
--> 1 1 1 : t
select a from t where typeof(a) = :p
--> 1 1 1 : main.t
select a from main.t where a = :p
--> 1 1 1 : t
select iif(a > 1, 'x', 'y') from t where ifnull(a, 0) = :p
--> 1 1 1 : t
select total(a) filter (where b = :p) from t
--> 1 0 0 : t
select a, row_number() over (order by b nulls last) from t
--> 1 0 0 : t
select x'4D', 0x4D from t
--> 1 0 0 : pragma_table_info
select name from pragma_table_info
--> 1 0 1 :
select name from pragma_table_info(:p)
--> 1 1 1 : t
select offset from t where offset = :p
--> 1 1 1 : t
select rowid, _rowid_ from t where rowid > :p
--> 1 2 0 : t
select a from t where a between 1 and 2 and b -- one leaf and another
--> 1 0 0 : t
select a /* not /* nested */ from t
