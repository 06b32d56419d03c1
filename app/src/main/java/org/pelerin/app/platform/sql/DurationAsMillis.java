package org.pelerin.app.platform.sql;

import java.sql.CallableStatement;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import org.apache.ibatis.type.BaseTypeHandler;
import org.apache.ibatis.type.JdbcType;
import org.apache.ibatis.type.MappedTypes;

/** Durations as milliseconds. */
@MappedTypes(Duration.class)
public class DurationAsMillis extends BaseTypeHandler<Duration> {

    @Override
    public void setNonNullParameter(PreparedStatement ps, int i, Duration value, JdbcType type) throws SQLException {
        ps.setLong(i, value.toMillis());
    }

    @Override
    public Duration getNullableResult(ResultSet rs, String column) throws SQLException {
        long millis = rs.getLong(column);
        return rs.wasNull() ? null : Duration.ofMillis(millis);
    }

    @Override
    public Duration getNullableResult(ResultSet rs, int column) throws SQLException {
        long millis = rs.getLong(column);
        return rs.wasNull() ? null : Duration.ofMillis(millis);
    }

    @Override
    public Duration getNullableResult(CallableStatement cs, int column) throws SQLException {
        long millis = cs.getLong(column);
        return cs.wasNull() ? null : Duration.ofMillis(millis);
    }
}
