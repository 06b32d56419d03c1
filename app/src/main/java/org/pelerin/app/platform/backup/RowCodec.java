package org.pelerin.app.platform.backup;

import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Types;
import java.util.List;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.ObjectWriteContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;

/** Rows as lines of JSON: an array a row, a value a column. What the same row gives is the same, byte for byte. */
final class RowCodec {

    /** The largest value of a column that the server takes in one packet, in Base64. */
    private static final int LONGEST = 200_000_000;

    private static final JsonFactory JSON = JsonFactory.builder()
            .rootValueSeparator("")
            .streamReadConstraints(
                    StreamReadConstraints.builder().maxStringLength(LONGEST).build())
            .build();

    private RowCodec() {}

    /** Writes one row after the other; {@link #end} when there are enough of them. */
    static final class Lines {

        private final List<BackupHeader.Column> columns;
        private final ByteArrayOutputStream to;
        private final JsonGenerator json;

        Lines(List<BackupHeader.Column> columns, ByteArrayOutputStream to) {
            this.columns = columns;
            this.to = to;
            this.json = JSON.createGenerator(ObjectWriteContext.empty(), to);
        }

        /** The row at which {@code row} stands. */
        void add(ResultSet row) throws SQLException {
            json.writeStartArray();
            for (int i = 0; i < columns.size(); i++) {
                value(row, i + 1, columns.get(i).kind());
            }
            json.writeEndArray();
            json.flush();
            to.write('\n');
        }

        private void value(ResultSet row, int i, BackupHeader.Kind kind) throws SQLException {
            switch (kind) {
                case INTEGER -> {
                    long v = row.getLong(i);
                    if (row.wasNull()) {
                        json.writeNull();
                    } else {
                        json.writeNumber(v);
                    }
                }
                case DOUBLE -> {
                    double v = row.getDouble(i);
                    if (row.wasNull()) {
                        json.writeNull();
                    } else {
                        json.writeNumber(v);
                    }
                }
                case TEXT -> {
                    String v = row.getString(i);
                    if (v == null) {
                        json.writeNull();
                    } else {
                        json.writeString(v);
                    }
                }
                case BINARY -> {
                    byte[] v = row.getBytes(i);
                    if (v == null) {
                        json.writeNull();
                    } else {
                        json.writeBinary(v);
                    }
                }
            }
        }
    }

    /** Reads what {@link Lines} wrote. */
    static final class Reader implements AutoCloseable {

        private final List<BackupHeader.Column> columns;
        private final JsonParser json;

        Reader(List<BackupHeader.Column> columns, InputStream from) {
            this.columns = columns;
            this.json = JSON.createParser(ObjectReadContext.empty(), from);
        }

        /** The next row into a statement that has a parameter a column; @return false after the last */
        boolean next(PreparedStatement into) throws SQLException, BackupException {
            JsonToken token = json.nextToken();
            if (token == null) {
                return false;
            }
            require(token == JsonToken.START_ARRAY);
            for (int i = 0; i < columns.size(); i++) {
                value(into, i + 1, columns.get(i).kind(), json.nextToken());
            }
            require(json.nextToken() == JsonToken.END_ARRAY);
            return true;
        }

        private void value(PreparedStatement into, int i, BackupHeader.Kind kind, JsonToken token)
                throws SQLException, BackupException {
            if (token == JsonToken.VALUE_NULL) {
                into.setNull(i, type(kind));
                return;
            }
            switch (kind) {
                case INTEGER -> {
                    require(token == JsonToken.VALUE_NUMBER_INT);
                    into.setLong(i, json.getLongValue());
                }
                case DOUBLE -> {
                    require(token == JsonToken.VALUE_NUMBER_FLOAT || token == JsonToken.VALUE_NUMBER_INT);
                    into.setDouble(i, json.getDoubleValue());
                }
                case TEXT -> {
                    require(token == JsonToken.VALUE_STRING);
                    into.setString(i, json.getString());
                }
                case BINARY -> {
                    require(token == JsonToken.VALUE_STRING);
                    into.setBytes(i, json.getBinaryValue());
                }
            }
        }

        private static void require(boolean fits) throws BackupException {
            if (!fits) {
                throw new BackupException(BackupException.Trouble.FILE, "A row of the backup is not of its table.");
            }
        }

        @Override
        public void close() {
            json.close();
        }
    }

    private static int type(BackupHeader.Kind kind) {
        return switch (kind) {
            case INTEGER -> Types.BIGINT;
            case DOUBLE -> Types.DOUBLE;
            case TEXT -> Types.VARCHAR;
            case BINARY -> Types.VARBINARY;
        };
    }

    /** How values of such a column of the server are written. */
    static BackupHeader.Kind kind(int sqlType) {
        return switch (sqlType) {
            case Types.BIT, Types.BOOLEAN, Types.TINYINT, Types.SMALLINT, Types.INTEGER, Types.BIGINT ->
                BackupHeader.Kind.INTEGER;
            case Types.DOUBLE, Types.FLOAT, Types.REAL -> BackupHeader.Kind.DOUBLE;
            case Types.BINARY, Types.VARBINARY, Types.LONGVARBINARY, Types.BLOB -> BackupHeader.Kind.BINARY;
            default -> BackupHeader.Kind.TEXT;
        };
    }
}
