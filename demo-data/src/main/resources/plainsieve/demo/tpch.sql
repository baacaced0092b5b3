-- The 22 queries of TPC-H, their literals as parameters: "name type value" behind the number of each.
-- q01; day date 1998-09-02
select l_returnflag, l_linestatus, sum(l_quantity), sum(l_extendedprice), sum(l_extendedprice * (1 - l_discount)),
  sum(l_extendedprice * (1 - l_discount) * (1 + l_tax)), avg(l_quantity), avg(l_extendedprice), avg(l_discount), count(*)
from lineitem where l_shipdate <= :day group by l_returnflag, l_linestatus order by 1, 2
-- q02; size integer 15; type text %BRASS; region text EUROPE
select s_acctbal, s_name, n_name, p_partkey, p_mfgr, s_address, s_phone, s_comment
from part, supplier, partsupp, nation, region
where p_partkey = ps_partkey and s_suppkey = ps_suppkey and p_size = :size and p_type like :type
  and s_nationkey = n_nationkey and n_regionkey = r_regionkey and r_name = :region
  and ps_supplycost = (select min(ps_supplycost) from partsupp, supplier, nation, region
    where p_partkey = ps_partkey and s_suppkey = ps_suppkey and s_nationkey = n_nationkey
      and n_regionkey = r_regionkey and r_name = :region)
order by s_acctbal desc, n_name, s_name, p_partkey limit 100
-- q03; segment text BUILDING; day date 1995-03-15; rows integer 10
select l_orderkey, sum(l_extendedprice * (1 - l_discount)) as revenue, o_orderdate, o_shippriority
from customer, orders, lineitem
where c_mktsegment = :segment and c_custkey = o_custkey and l_orderkey = o_orderkey
  and o_orderdate < :day and l_shipdate > :day
group by l_orderkey, o_orderdate, o_shippriority order by revenue desc, o_orderdate limit :rows
-- q04; from date 1993-07-01; to date 1993-10-01
select o_orderpriority, count(*) from orders
where o_orderdate >= :from and o_orderdate < :to
  and exists (select * from lineitem where l_orderkey = o_orderkey and l_commitdate < l_receiptdate)
group by o_orderpriority order by 1
-- q05; region text ASIA; from date 1994-01-01; to date 1995-01-01
select n_name, sum(l_extendedprice * (1 - l_discount)) as revenue
from customer, orders, lineitem, supplier, nation, region
where c_custkey = o_custkey and l_orderkey = o_orderkey and l_suppkey = s_suppkey and c_nationkey = s_nationkey
  and s_nationkey = n_nationkey and n_regionkey = r_regionkey and r_name = :region
  and o_orderdate >= :from and o_orderdate < :to
group by n_name order by revenue desc
-- q06; from date 1994-01-01; to date 1995-01-01; least decimal 0.05; most decimal 0.07; quantity integer 24
select sum(l_extendedprice * l_discount) from lineitem
where l_shipdate >= :from and l_shipdate < :to and l_discount between :least and :most and l_quantity < :quantity
-- q07; one text FRANCE; other text GERMANY; from date 1995-01-01; to date 1996-12-31
select supp_nation, cust_nation, l_year, sum(volume) as revenue
from (select n1.n_name as supp_nation, n2.n_name as cust_nation, extract(year from l_shipdate) as l_year,
    l_extendedprice * (1 - l_discount) as volume
  from supplier, lineitem, orders, customer, nation n1, nation n2
  where s_suppkey = l_suppkey and o_orderkey = l_orderkey and c_custkey = o_custkey and s_nationkey = n1.n_nationkey
    and c_nationkey = n2.n_nationkey
    and ((n1.n_name = :one and n2.n_name = :other) or (n1.n_name = :other and n2.n_name = :one))
    and l_shipdate between :from and :to) as shipping
group by supp_nation, cust_nation, l_year order by 1, 2, 3
-- q08; nation text BRAZIL; region text AMERICA; from date 1995-01-01; to date 1996-12-31; type text ECONOMY ANODIZED STEEL
select o_year, sum(case when nation = :nation then volume else 0 end) / sum(volume)
from (select extract(year from o_orderdate) as o_year, l_extendedprice * (1 - l_discount) as volume, n2.n_name as nation
  from part, supplier, lineitem, orders, customer, nation n1, nation n2, region
  where p_partkey = l_partkey and s_suppkey = l_suppkey and l_orderkey = o_orderkey and o_custkey = c_custkey
    and c_nationkey = n1.n_nationkey and n1.n_regionkey = r_regionkey and r_name = :region
    and s_nationkey = n2.n_nationkey and o_orderdate between :from and :to and p_type = :type) as all_nations
group by o_year order by 1
-- q09; name text %green%
select nation, o_year, sum(amount)
from (select n_name as nation, extract(year from o_orderdate) as o_year,
    l_extendedprice * (1 - l_discount) - ps_supplycost * l_quantity as amount
  from part, supplier, lineitem, partsupp, orders, nation
  where s_suppkey = l_suppkey and ps_suppkey = l_suppkey and ps_partkey = l_partkey and p_partkey = l_partkey
    and o_orderkey = l_orderkey and s_nationkey = n_nationkey and p_name like :name) as profit
group by nation, o_year order by 1, 2 desc
-- q10; from date 1993-10-01; to date 1994-01-01; flag text R; rows integer 20
select c_custkey, c_name, sum(l_extendedprice * (1 - l_discount)) as revenue, c_acctbal, n_name, c_address, c_phone, c_comment
from customer, orders, lineitem, nation
where c_custkey = o_custkey and l_orderkey = o_orderkey and o_orderdate >= :from and o_orderdate < :to
  and l_returnflag = :flag and c_nationkey = n_nationkey
group by c_custkey, c_name, c_acctbal, c_phone, n_name, c_address, c_comment order by revenue desc limit :rows
-- q11; nation text GERMANY; share decimal 0.0001
select ps_partkey, sum(ps_supplycost * ps_availqty) as value
from partsupp, supplier, nation
where ps_suppkey = s_suppkey and s_nationkey = n_nationkey and n_name = :nation
group by ps_partkey
having sum(ps_supplycost * ps_availqty) > (select sum(ps_supplycost * ps_availqty) * :share
  from partsupp, supplier, nation
  where ps_suppkey = s_suppkey and s_nationkey = n_nationkey and n_name = :nation)
order by value desc, ps_partkey
-- q12; modes text* MAIL,SHIP; from date 1994-01-01; to date 1995-01-01; high text 1-URGENT; second text 2-HIGH
select l_shipmode, sum(case when o_orderpriority = :high or o_orderpriority = :second then 1 else 0 end),
  sum(case when o_orderpriority <> :high and o_orderpriority <> :second then 1 else 0 end)
from orders, lineitem
where o_orderkey = l_orderkey and l_shipmode in (:modes) and l_commitdate < l_receiptdate and l_shipdate < l_commitdate
  and l_receiptdate >= :from and l_receiptdate < :to
group by l_shipmode order by 1
-- q13; words text %special%requests%
select c_count, count(*) as custdist
from (select c_custkey, count(o_orderkey) as c_count
  from customer left join orders on c_custkey = o_custkey and o_comment not like :words
  group by c_custkey) as c_orders
group by c_count order by 2 desc, 1 desc
-- q14; promo text PROMO%; from date 1995-09-01; to date 1995-10-01
select 100.00 * sum(case when p_type like :promo then l_extendedprice * (1 - l_discount) else 0 end)
  / sum(l_extendedprice * (1 - l_discount))
from lineitem, part where l_partkey = p_partkey and l_shipdate >= :from and l_shipdate < :to
-- q15; from date 1996-01-01; to date 1996-04-01
with revenue as (select l_suppkey as supplier_no, sum(l_extendedprice * (1 - l_discount)) as total_revenue
  from lineitem where l_shipdate >= :from and l_shipdate < :to group by l_suppkey)
select s_suppkey, s_name, s_address, s_phone from supplier, revenue
where s_suppkey = supplier_no and total_revenue >= (select max(total_revenue) from revenue) * 0.9999999 order by 1
-- q16; brand text Brand#45; type text MEDIUM POLISHED%; sizes integer* 49,14,23,45,19,3,36,9; words text %Customer%Complaints%
select p_brand, p_type, p_size, count(distinct ps_suppkey) as supplier_cnt
from partsupp, part
where p_partkey = ps_partkey and p_brand <> :brand and p_type not like :type and p_size in (:sizes)
  and ps_suppkey not in (select s_suppkey from supplier where s_comment like :words)
group by p_brand, p_type, p_size order by 4 desc, 1, 2, 3
-- q17; brand text Brand#23; container text MED BOX; share decimal 0.2
select sum(l_extendedprice) / 7.0 from lineitem, part
where p_partkey = l_partkey and p_brand = :brand and p_container = :container
  and l_quantity < (select :share * avg(l_quantity) from lineitem where l_partkey = p_partkey)
-- q18; quantity integer 300; rows integer 100
select c_name, c_custkey, o_orderkey, o_orderdate, o_totalprice, sum(l_quantity)
from customer, orders, lineitem
where o_orderkey in (select l_orderkey from lineitem group by l_orderkey having sum(l_quantity) > :quantity)
  and c_custkey = o_custkey and o_orderkey = l_orderkey
group by c_name, c_custkey, o_orderkey, o_orderdate, o_totalprice order by o_totalprice desc, o_orderdate limit :rows
-- q19; one text Brand#12; two text Brand#23; three text Brand#34; q1 integer 1; q2 integer 10; q3 integer 20; modes text* AIR,AIR REG; how text DELIVER IN PERSON
select sum(l_extendedprice * (1 - l_discount)) from lineitem, part
where (p_partkey = l_partkey and p_brand = :one and p_container in ('SM CASE', 'SM BOX', 'SM PACK', 'SM PKG')
    and l_quantity >= :q1 and l_quantity <= :q1 + 10 and p_size between 1 and 5 and l_shipmode in (:modes) and l_shipinstruct = :how)
  or (p_partkey = l_partkey and p_brand = :two and p_container in ('MED BAG', 'MED BOX', 'MED PKG', 'MED PACK')
    and l_quantity >= :q2 and l_quantity <= :q2 + 10 and p_size between 1 and 10 and l_shipmode in (:modes) and l_shipinstruct = :how)
  or (p_partkey = l_partkey and p_brand = :three and p_container in ('LG CASE', 'LG BOX', 'LG PACK', 'LG PKG')
    and l_quantity >= :q3 and l_quantity <= :q3 + 10 and p_size between 1 and 15 and l_shipmode in (:modes) and l_shipinstruct = :how)
-- q20; name text forest%; from date 1994-01-01; to date 1995-01-01; nation text CANADA
select s_name, s_address from supplier, nation
where s_suppkey in (select ps_suppkey from partsupp
    where ps_partkey in (select p_partkey from part where p_name like :name)
      and ps_availqty > (select 0.5 * sum(l_quantity) from lineitem
        where l_partkey = ps_partkey and l_suppkey = ps_suppkey and l_shipdate >= :from and l_shipdate < :to))
  and s_nationkey = n_nationkey and n_name = :nation
order by s_name
-- q21; status text F; nation text SAUDI ARABIA; rows integer 100
select s_name, count(*) as numwait from supplier, lineitem l1, orders, nation
where s_suppkey = l1.l_suppkey and o_orderkey = l1.l_orderkey and o_orderstatus = :status
  and l1.l_receiptdate > l1.l_commitdate
  and exists (select * from lineitem l2 where l2.l_orderkey = l1.l_orderkey and l2.l_suppkey <> l1.l_suppkey)
  and not exists (select * from lineitem l3 where l3.l_orderkey = l1.l_orderkey and l3.l_suppkey <> l1.l_suppkey
    and l3.l_receiptdate > l3.l_commitdate)
  and s_nationkey = n_nationkey and n_name = :nation
group by s_name order by numwait desc, s_name limit :rows
-- q22; codes text* 13,31,23,29,30,18,17
select cntrycode, count(*), sum(c_acctbal)
from (select substr(c_phone, 1, 2) as cntrycode, c_acctbal from customer
  where substr(c_phone, 1, 2) in (:codes)
    and c_acctbal > (select avg(c_acctbal) from customer where c_acctbal > 0.00 and substr(c_phone, 1, 2) in (:codes))
    and not exists (select * from orders where o_custkey = c_custkey)) as custsale
group by cntrycode order by 1
