--> 1 0 0 : t
select 1 from t
--> 1 0 0 : t
SELECT * FROM t
--> 1 0 0 : t
select distinct a, b from t
--> 1 1 1 : t
select a from t where b = :p
--> 1 3 2 : t
select a from t where b = :p and (c > :q or d is null)
--> 1 2 1 : t
select a from t where not b = :p and c like 'x%' escape '!'
--> 1 1 2 : t
select a from t where b between :p and :q
--> 1 2 2 : t
select a from t where b not between :p and :q or c = 1
--> 1 1 1 : t
select a from t where b in (1, 2, :p)
--> 2 2 1 : t, s
select a from t where b in (select c from s where d = :p)
--> 2 4 1 : t, s
select a from t where x = 1 and exists (select 1 from s where s.c = t.c and :p > 0) is not null
--> 2 3 1 : t, s
select a from t where exists (select 1 from s where s.c = t.c and s.d = :p)
--> 2 1 1 : t, s
select a, (select max(b) from s where s.c = :p) from t
--> 1 3 1 : t, s
select * from t join s on s.a = t.a and :p = 1 where 1 = 1 -- :q
--> 1 2 0 : t, s
select * from t left join s on s.a = t.a left outer join s s2 on s2.b = t.b
--> 1 1 0 : t, s
select * from t inner join s on (s.a = t.a)
--> 1 0 0 : t, s
select * from t cross join s
--> 1 0 0 : t, s
select * from t natural join s
--> 1 0 0 : t, s
select * from t join s using (a, b)
--> 1 1 0 : t, s
select * from t, s where t.a = s.a
--> 1 2 0 : t, s, r
select * from t left join (s join r on r.b = s.b) on s.a = t.a
--> 2 1 1 : t
select d.a from (select a from t where b = :p) d
--> 2 1 1 : t
select d.a from (select a from t where b = :p) as d
--> 3 1 1 : t
select * from (select * from (select a from t where b = :p) x) y
--> 2 2 2 : t
with c as (select a from t where b = :p) select * from c where a > :q
--> 3 1 1 : t, s
with c as (select a from t), d as (select a from s) select * from c join d on c.a = d.a + :p
--> 2 0 0 : t
with c (x, y) as (select a, b from t) select x from c
--> 3 1 1 : t
with recursive c as (select 1 as n union all select n + 1 from c where n < :p) select * from c, t
--> 2 0 0 : t, s
select a from t union select a from s
--> 2 2 2 : t, s
select a from t where b = :p union all select a from s where b = :q order by 1 limit 5
--> 3 0 0 : t, s, r
select a from t intersect select a from s except select a from r
--> 2 0 1 : t
select a from (select a from t limit :n) d order by a
--> 1 0 1 : t
select a from t order by a limit :n
--> 1 0 2 : t
select a from t order by a limit :n offset :m
--> 1 0 0 : t
select a, count(*) from t group by a
--> 1 2 2 : t
select a, count(*) from t where b = :p group by a having count(*) > :q
--> 1 0 0 : t
select a, sum(b) over (partition by a order by c) from t
--> 1 0 0 : t
select a, sum(b) over (order by c rows between 1 preceding and current row) from t
--> 1 0 0 : t
select rank() over w from t window w as (partition by a order by b)
--> 1 1 1 : t
select case when a = 1 then 'x' when b and c then 'y' else 'z' end from t where case when a = 1 and b = 2 then 1 else 0 end = :p
--> 1 2 1 : t
select a from t where case a when 1 then b between 1 and 2 end and c = :p
--> 1 1 1 : t
select coalesce(a, b), nullif(a, ''), upper(trim(a)) from t where cast(a as char(10)) = :p
--> 1 0 0 : t
select 'it''s', '--', '/* no */', ':no', ';' from t
--> 1 0 0 : t
select a /* :no */ from t -- :no
--> 1 0 0 : t
select a from t;
--> 1 0 0 : t
select a from t ; -- the end
--> 1 1 1 : t
	select	a
	from	t
	where	a = :p
--> 1 1 0 : t
select a from t where a <> 1
--> 1 1 0 : t
select a from t where a != 1
--> 1 3 3 : t
select a from t where a < :p and a <= :q and a >= :r
--> 1 1 2 : t
select a from t where (a, b) = (:p, :q)
--> 1 1 2 : t
select a from t where (a, b) in ((1, :p), (2, :q))
--> 1 1 0 : t
select a from t where a is not null
--> 1 1 1 : t
select a from t where a+b*-c/(d-1) = :p
--> 1 2 2 : t
select a from t where a = :p or a = :p
--> 1 1 1 : t
select a from t where a=:p
--> 1 1 1 : t
select a from t where a in(:p)
--> 1 1 1 : t
select a from t where(a=:p)
--> 1 0 2 : t
select :p as x, f(:q) from t
--> 1 0 1 : t
select a from t order by case when a > :p then 1 else 2 end
--> 1 0 0 : t
select t.order_no, t.limit_a, t.from_b, t.where_c from t
--> 1 0 0 : t
select a as "select", b as "from", c as "where" from t
--> 1 1 1 : t
select count(distinct a) from t where a = :p group by b order by count(*) desc
--> 2 2 1 : t, s
select a from t where a = (select max(a) from s where b = :p)
--> 2 1 0 : t, s
select a from t where a > (select avg(a) from s)
--> 2 1 0 : t, s
select a from t where a not in (select a from s)
--> 3 3 2 : t, s, r
select a from t where a in (select a from s union select a from r where b = :p) and c = :q
--> 1 0 0 : schema_a.t
select x.a from schema_a.t x
--> 1 0 0 : t
select a as b, a c, a d from t as x
--> 1 1 1 : t
select a from t where length(a) > length(:p)
--> 1 1 1 : t
select a from t where -1 < :p
--> 1 1 0 : t
select a from t where a = -1
--> 1 0 0 : t
select 1.5, .5, 1e10, 1.5e-3, 0 from t
--> 1 4 4 : t
select a from t where ((a = :p) and ((b = :q) or (c = :r))) and not (d = :s)
--> 1 2 2 : t
select a from t where not not a = :p and b = :q
--> 1 1 1 : t, s
select a from t left join s on s.x = :p
--> 2 3 2 : t, s
select a from t join (select b from s where c = :p) d on d.b = t.b and d.x = :q
--> 2 1 0 : t
select * from t where t.a in (select 1)
--> 1 1 1 : t
select a from t where a like :p
--> 1 1 1 : t
select a from t where a not like :p
--> 1 1 1 : t
select max(a) - min(a) as spread from t having max(a) > :p
--> 4 1 1 : t, s
select (select count(*) from t) as x, (select count(*) from s) as y from (select 1 as one) z where one = :p
--> 1 0 0 : Ärger
select größe from Ärger
--> 1 1 1 : t
select "a b" from t where "a b" = :p
--> 2 0 0 : t
(select a from t) union (select 2)
--> 1 1 1 : t
select /*+ some_hint(t) */ a from t where a = :p
