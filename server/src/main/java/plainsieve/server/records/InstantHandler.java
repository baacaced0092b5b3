package plainsieve.server.records;

import java.sql.CallableStatement;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import org.apache.ibatis.type.BaseTypeHandler;
import org.apache.ibatis.type.JdbcType;
import org.apache.ibatis.type.MappedTypes;
import org.springframework.stereotype.Component;

/** Keeps moments as ISO 8601 text in UTC, which sorts as time does and can be read by eye. */
@Component
@MappedTypes(Instant.class)
public class InstantHandler extends BaseTypeHandler<Instant> {
    @Override
    public void setNonNullParameter(PreparedStatement statement, int index, Instant moment, JdbcType type)
            throws SQLException {
        statement.setString(index, moment.toString());
    }

    @Override
    public Instant getNullableResult(ResultSet rows, String column) throws SQLException {
        return Instant.parse(rows.getString(column));
    }

    @Override
    public Instant getNullableResult(ResultSet rows, int column) throws SQLException {
        return Instant.parse(rows.getString(column));
    }

    @Override
    public Instant getNullableResult(CallableStatement statement, int column) throws SQLException {
        return Instant.parse(statement.getString(column));
    }
}
