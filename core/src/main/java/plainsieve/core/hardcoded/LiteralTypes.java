package plainsieve.core.hardcoded;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.sql.Comparison;
import plainsieve.core.value.Type;

/** The type of a parameter that replaces literals. */
final class LiteralTypes {
    private LiteralTypes() {}

    /** Of a parameter for these literals: the column's own type, if every literal is a value of it; a day where times are compared by their order. */
    static Type of(ComparedColumn column, List<Literal> literals, Comparison.Kind kind) {
        Type form = form(literals);
        Type wanted = column.type().orElse(form);
        boolean ordered =
                kind != Comparison.Kind.EQUAL && kind != Comparison.Kind.NOT_EQUAL && kind != Comparison.Kind.IN;
        boolean days = literals.stream().allMatch(literal -> literal.type() == Type.DATE);
        if (wanted == Type.DATETIME && ordered && days) {
            return Type.DATE;
        }
        boolean numbers = wanted == Type.INTEGER && form == Type.DECIMAL;
        boolean textOfNumbers = wanted == Type.TEXT && (form == Type.INTEGER || form == Type.DECIMAL);
        boolean fits =
                literals.stream().allMatch(literal -> literal.writtenAs(wanted).isPresent());
        return numbers || textOfNumbers || !fits ? form : wanted;
    }

    private static Type form(List<Literal> literals) {
        Set<Type> types = new HashSet<>();
        literals.forEach(literal -> types.add(literal.type()));
        if (types.size() == 1) {
            return literals.get(0).type();
        }
        if (Set.of(Type.INTEGER, Type.DECIMAL).containsAll(types)) {
            return Type.DECIMAL;
        }
        return Set.of(Type.DATE, Type.DATETIME).containsAll(types) ? Type.DATETIME : Type.TEXT;
    }
}
