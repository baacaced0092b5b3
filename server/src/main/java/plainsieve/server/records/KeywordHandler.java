package plainsieve.server.records;

import java.sql.CallableStatement;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import org.apache.ibatis.type.BaseTypeHandler;
import org.apache.ibatis.type.JdbcType;
import plainsieve.core.value.Keyword;

/** Stores enums by their keywords. */
public final class KeywordHandler<E extends Enum<E>> extends BaseTypeHandler<E> {
    private final Class<E> type;

    public KeywordHandler(Class<E> type) {
        this.type = type;
    }

    private E constant(String word) {
        return word == null
                ? null
                : Keyword.find(type, word)
                        .orElseThrow(() -> new IllegalStateException(
                                "The database has “%s” where it can have %s".formatted(word, Keyword.all(type))));
    }

    @Override
    public void setNonNullParameter(PreparedStatement statement, int index, E constant, JdbcType jdbcType)
            throws SQLException {
        statement.setString(index, Keyword.of(constant));
    }

    @Override
    public E getNullableResult(ResultSet rows, String column) throws SQLException {
        return constant(rows.getString(column));
    }

    @Override
    public E getNullableResult(ResultSet rows, int column) throws SQLException {
        return constant(rows.getString(column));
    }

    @Override
    public E getNullableResult(CallableStatement statement, int column) throws SQLException {
        return constant(statement.getString(column));
    }
}
