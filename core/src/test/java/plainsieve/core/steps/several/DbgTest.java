package plainsieve.core.steps.several;
import org.junit.jupiter.api.Test;
import java.util.*;
import plainsieve.core.dialect.*;
import plainsieve.core.rewrite.*;
import plainsieve.core.parameter.*;
import plainsieve.core.value.*;
import plainsieve.core.sides.*;
import plainsieve.core.narrow.*;
class DbgTest {
  @Test void x() {
    for (String t : new String[]{
      "steps 1\nrows of crossings\nwhere state is 'SAILED' and departed_at is from :from to the end of :to\noff: distinct rows\nsort by delay_min largest first\nbeside each, its row of query 'picked' with the same vessel_id: note; only rows that have one\nwhere note is :note\ncolumns departed_at, note, delay_min",
      "steps 1\nrows of crossings\nonly those with a row of query 'picked' with the same vessel_id\nbeside each, its row of ports with the same port_id: name as port; rows without one are kept\ntotal by port: number of rows as n",
      "steps 1\nrows of crossings\nonly those without a row of query 'picked' with the same vessel_id\nbeside each, its row of query 'tides' with the same port_id: height_m; rows without one are kept\nwhere passengers is above 5 and port_id is any of 1, 2",
    }) { var r = SeveralSteps.of(t, Dialects.of("postgresql"), Places.all()); System.out.println("-----\n"+t+"\n"+r.problems());
      var q = PreparedQuery.ofAny(r.statement().sql(), Dialects.of("postgresql"));
      Map<String, Parameter> ps = new HashMap<>();
      ps.put("from", Parameter.of("from", Type.DATE)); ps.put("to", Parameter.of("to", Type.DATE)); ps.put("note", Parameter.of("note", Type.TEXT).takingMany());ps.put("station", Parameter.of("station", Type.TEXT));
      var s = q.rewrite(new Choices(ps, Map.of("from", new Choice.One(ValueReader.read(Type.DATE,"2026-03-01")),"note", new Choice.Many(List.of(new Value.Text("a"),new Value.Text("b")), false))), Wanted.allRows(), 100);
      System.out.println(s.text()); System.out.println(s.values()); System.out.println(s.placements());
      var sent = SentSides.of(s); System.out.println(sent.here()); System.out.println(Narrowing.of(sent));
      System.out.println(Narrowed.of(sent.sides().get(0).statement(), Dialects.of("postgresql"), List.of(new Within.Among("vessel_id", Type.INTEGER, List.of(new Value.Whole(3), new Value.Whole(4))))));
    }
  }
}
