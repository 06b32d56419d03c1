package org.pelerin.app.platform.sql;

import java.sql.CallableStatement;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import org.apache.ibatis.type.BaseTypeHandler;
import org.apache.ibatis.type.JdbcType;
import org.apache.ibatis.type.MappedTypes;

/** Instants as milliseconds since the epoch, free of any zone that a driver or a server may think of. */
@MappedTypes(Instant.class)
public class InstantAsMillis extends BaseTypeHandler<Instant> {

    @Override
    public void setNonNullParameter(PreparedStatement ps, int i, Instant value, JdbcType type) throws SQLException {
        ps.setLong(i, value.toEpochMilli());
    }

    @Override
    public Instant getNullableResult(ResultSet rs, String column) throws SQLException {
        long millis = rs.getLong(column);
        return rs.wasNull() ? null : Instant.ofEpochMilli(millis);
    }

    @Override
    public Instant getNullableResult(ResultSet rs, int column) throws SQLException {
        long millis = rs.getLong(column);
        return rs.wasNull() ? null : Instant.ofEpochMilli(millis);
    }

    @Override
    public Instant getNullableResult(CallableStatement cs, int column) throws SQLException {
        long millis = cs.getLong(column);
        return cs.wasNull() ? null : Instant.ofEpochMilli(millis);
    }
}
