package org.pelerin.app.platform.sql;

import java.sql.CallableStatement;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import org.apache.ibatis.type.BaseTypeHandler;
import org.apache.ibatis.type.JdbcType;

/** Values of time as whole milliseconds. */
abstract class MillisHandler<T> extends BaseTypeHandler<T> {

    abstract long toMillis(T value);

    abstract T fromMillis(long millis);

    @Override
    public void setNonNullParameter(PreparedStatement ps, int i, T value, JdbcType type) throws SQLException {
        ps.setLong(i, toMillis(value));
    }

    @Override
    public T getNullableResult(ResultSet rs, String column) throws SQLException {
        long millis = rs.getLong(column);
        return rs.wasNull() ? null : fromMillis(millis);
    }

    @Override
    public T getNullableResult(ResultSet rs, int column) throws SQLException {
        long millis = rs.getLong(column);
        return rs.wasNull() ? null : fromMillis(millis);
    }

    @Override
    public T getNullableResult(CallableStatement cs, int column) throws SQLException {
        long millis = cs.getLong(column);
        return cs.wasNull() ? null : fromMillis(millis);
    }
}
