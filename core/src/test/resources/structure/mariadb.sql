--> 1 1 1 : `my table`
select `a b`, `select` from `my table` where `a b` = :p
--> 1 0 0 : t
select "it's :no", 'a\'b :no', "a\"b" from t
--> 1 0 0 : t
select 'a''b', "a""b", 'back\\' from t
--> 1 1 1 : t
select a from t where a = :p # :no
--> 1 3 1 : t
select a from t where a = 5--3 and :p = 1 or 1 = 0 xor b
--> 1 1 1 : t
select a -- comment :no
from t where a = :p
--> 1 2 2 : t
select a from t where a = :p && b = :q
--> 1 2 2 : t
select a from t where a = :p || b = :q
--> 1 1 2 : t
select a from t where a = :p xor b = :q
--> 1 2 2 : t
select a from t where (a = :p xor b = 1) and c = :q
--> 1 1 1 : t
select a from t where a <=> :p
--> 1 1 1 : t
select a from t where a regexp :p
--> 1 2 1 : t
select a from t where a rlike 'x' and a not regexp :p
--> 1 1 1 : t
select a from t where a like concat('%', :p, '%')
--> 1 1 1 : t
select a from t where a sounds like :p
--> 1 0 2 : t
select a from t limit :m, :n
--> 1 0 0 : t
select a from t limit 5, 10
--> 1 0 0 : t
select a from t limit 10 rows examined 1000
--> 1 0 1 : t
select a from t order by a offset 5 rows fetch first :n rows only
--> 1 0 0 : t
select sql_no_cache straight_join a from t
--> 1 0 0 : t
select high_priority distinct a from t
--> 1 0 0 : t, s
select a from t straight_join s
--> 1 1 0 : t, s
select a from t use index (i1) join s force index for join (i2) on s.a = t.a
--> 1 1 1 : t
select a from t ignore index (i1, i2) where a = :p
--> 1 0 0 : t
select a from t partition (p0, p1)
--> 1 0 0 : t
select a from t for system_time as of timestamp '2024-01-01' x
--> 1 0 0 : t
select a, count(*) from t group by a with rollup
--> 1 0 0 : t
select group_concat(distinct a order by b desc separator ', ') from t
--> 1 1 1 : t
select a from t where match (a, b) against (:p in boolean mode)
--> 1 1 1 : t
select a from t where a = date_add(:p, interval 1 day)
--> 1 1 1 : t
select a from t where a < :p + interval 1 month
--> 1 0 0 : t
select @v, @@session.sql_mode, @`odd name` from t
--> 1 0 0 : t
select a /*! , b */ from t
--> 1 1 1 : t
select a from t /*!50000 where a = :p */
--> 1 0 0 : t
select /*M! a */ from t
--> 1 0 0 : t
select _utf8mb4'text', N'text', x'4D', b'01', 0x4D from t
--> 1 0 0 : t
select {d '2024-01-01'}, {ts '2024-01-01 00:00:00'} from t
--> 1 1 1 : t
select json_value(doc, '$.a'), json_extract(doc, '$.b') from t where json_value(doc, '$.k') = :p
--> 1 0 0 :
select * from json_table('[1]', '$[*]' columns (n int path '$' default '0' on empty null on error)) j
--> 1 1 1 : t
select a from t, json_table(t.doc, '$[*]' columns (n int path '$')) j where j.n = :p
--> 1 0 0 :
values (1, 2), (3, 4)
--> 1 1 1 : t
select if(a > 1, 'x', 'y') from t where ifnull(a, 0) = :p
--> 1 1 1 : t
select a div 2, a mod 3 from t where a div 2 = :p
--> 1 1 1 : t
select binary a from t where binary a = :p
--> 1 1 1 : t
select convert(a using utf8mb4) from t where convert(a, char) = :p
--> 1 1 1 : t
select a from t where !(a = :p)
--> 1 1 1 : db.t
select a from db.t where db.t.a = :p
--> 2 0 0 : t, s
select a from t except all select a from s
--> 1 0 0 : 2024_sales
select a from 2024_sales
