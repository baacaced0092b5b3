package plainsieve.sources.jdbc.vendor;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.ParameterMetaData;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/**
 * Binds values so that PostgreSQL infers the type as for a literal: quoted text takes the type of its
 * context (an enum, a uuid, a padded char, a citext), an integer is four bytes wide where it fits, a decimal has
 * the type of a real column. Where the server cannot infer the type of a text, it is declared; that is cached for the text.
 */
final class PostgreSqlBinding {
    private static final int MOST_REMEMBERED = 1_000;
    /** "could not determine data type of parameter $2", "function … is not unique". */
    private static final Set<String> NOT_TOLD = Set.of("42P18", "42725");

    private static final Pattern NUMBER = Pattern.compile("\\$(\\d+)");
    private static final Set<String> WHOLE = Set.of("int2", "int4", "int8", "oid");
    private static final Set<String> BROKEN = Set.of("float4", "float8", "numeric", "money");

    private final Map<String, Set<Integer>> typed = remembering();
    private final Map<String, List<String>> described = remembering();

    private static <V> Map<String, V> remembering() {
        return Collections.synchronizedMap(new LinkedHashMap<>(16, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<String, V> eldest) {
                return size() > MOST_REMEMBERED;
            }
        });
    }

    ResultSet run(Connection connection, PreparedStatement prepared, Statement statement) throws SQLException {
        Set<Integer> told = new TreeSet<>(typed.getOrDefault(statement.text(), Set.of()));
        while (true) {
            bind(connection, prepared, statement, told);
            try {
                return prepared.executeQuery();
            } catch (SQLException e) {
                if (!NOT_TOLD.contains(e.getSQLState()) || !declareType(e, statement, told)) {
                    throw e;
                }
                connection.rollback();
                typed.put(statement.text(), Set.copyOf(told));
            }
        }
    }

    /** Adds the place of which the server complains, or all places; false when that was done before. */
    private static boolean declareType(SQLException failure, Statement statement, Set<Integer> told) {
        Matcher place = NUMBER.matcher(String.valueOf(failure.getMessage()));
        return place.find() && told.add(Integer.parseInt(place.group(1)))
                || told.addAll(IntStream.rangeClosed(1, statement.values().size())
                        .boxed()
                        .toList());
    }

    private void bind(Connection connection, PreparedStatement prepared, Statement statement, Set<Integer> told)
            throws SQLException {
        List<String> wanted = statement.values().stream().anyMatch(value -> type(value.bound()) == Type.DECIMAL)
                ? inferredTypes(prepared, statement)
                : List.of();
        int index = 1;
        for (BoundValue value : statement.values()) {
            boolean tell = told.contains(index);
            bind(
                    connection,
                    prepared,
                    new PlaceholderType(index, tell, wanted.isEmpty() ? "" : wanted.get(index - 1)),
                    value);
            index++;
        }
    }

    /** @param tell whether the type is declared @param wanted the inferred type; empty if unknown */
    private record PlaceholderType(int index, boolean tell, String wanted) {}

    private static Type type(PlaceholderBinding placeholderBinding) {
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            return single.value().type();
        }
        return placeholderBinding instanceof PlaceholderBinding.Array array ? array.type() : Type.INTEGER;
    }

    private static void bind(Connection connection, PreparedStatement prepared, PlaceholderType place, BoundValue value)
            throws SQLException {
        if (value.bound() instanceof PlaceholderBinding.Array array) {
            bindArray(connection, prepared, place, array);
        } else if (value.bound() instanceof PlaceholderBinding.TypedNull && !place.tell()) {
            prepared.setNull(place.index(), Types.OTHER);
        } else if (value.bound() instanceof PlaceholderBinding.Single single) {
            bindOne(prepared, place, single);
        } else {
            JdbcValues.bind(prepared, place.index(), value.bound());
        }
    }

    private static void bindOne(PreparedStatement prepared, PlaceholderType place, PlaceholderBinding.Single single)
            throws SQLException {
        Value value = single.value();
        if (value instanceof Value.Whole whole && whole.number() == (int) whole.number()) {
            prepared.setInt(place.index(), (int) whole.number());
        } else if (value instanceof Value.Text text && !place.tell()) {
            prepared.setObject(place.index(), text.text(), Types.OTHER);
        } else if (value instanceof Value.Decimal decimal && isInferred(place, decimal.number())) {
            prepared.setObject(place.index(), decimal.number().toPlainString(), Types.OTHER);
        } else {
            JdbcValues.bind(prepared, place.index(), single);
        }
    }

    /** Whether the server can parse the decimal as the inferred type without loss. */
    private static boolean isInferred(PlaceholderType place, BigDecimal number) {
        boolean whole =
                WHOLE.contains(place.wanted()) && number.stripTrailingZeros().scale() <= 0;
        return !place.tell() && (BROKEN.contains(place.wanted()) || whole && number.scale() <= 0);
    }

    private static void bindArray(
            Connection connection, PreparedStatement prepared, PlaceholderType place, PlaceholderBinding.Array array)
            throws SQLException {
        String elementType =
                switch (array.type()) {
                    case TEXT, NAME -> "text";
                    case INTEGER -> "bigint";
                    case DECIMAL -> "numeric";
                    case DATE -> "date";
                    case DATETIME -> JdbcValues.hasOffsets(array) ? "timestamptz" : "timestamp";
                    case BOOLEAN -> "boolean";
                };
        Object[] elements = array.values().stream().map(JdbcValues::of).toArray();
        java.sql.Array typed = connection.createArrayOf(elementType, elements);
        boolean broken =
                array.type() == Type.DECIMAL && BROKEN.contains(place.wanted().replaceFirst("^_", ""));
        if (!place.tell() && (array.type() == Type.TEXT || broken)) {
            prepared.setObject(place.index(), typed.toString(), Types.OTHER);
        } else {
            prepared.setArray(place.index(), typed);
        }
    }

    /** The types that the server infers for the places, when it is reported none. */
    private List<String> inferredTypes(PreparedStatement prepared, Statement statement) throws SQLException {
        List<String> known = described.get(statement.text());
        if (known != null) {
            return known;
        }
        for (int i = 1; i <= statement.values().size(); i++) {
            prepared.setNull(i, Types.OTHER);
        }
        List<String> found = names(prepared, statement.values().size());
        described.put(statement.text(), found);
        return found;
    }

    /** Empty if the server cannot infer all of them: then decimals are declared. */
    private static List<String> names(PreparedStatement prepared, int count) throws SQLException {
        String[] names = new String[count];
        try {
            ParameterMetaData places = prepared.getParameterMetaData();
            for (int i = 1; i <= count; i++) {
                names[i - 1] = places.getParameterTypeName(i).toLowerCase(Locale.ROOT);
            }
        } catch (SQLException e) {
            if (!NOT_TOLD.contains(e.getSQLState())) {
                throw e;
            }
            prepared.getConnection().rollback();
            Arrays.fill(names, "");
        }
        return List.of(names);
    }
}
