package org.pelerin.app.platform.backup;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;

/**
 * The database that is saved, or that is filled: reached by an address, a user and a password.
 *
 * @param url {@code jdbc:mariadb://host:port/name}
 */
public record Database(String url, String user, String password) {

    /** Made first and removed last where a backup is restored: a database that holds it is half made. */
    public static final String UNFINISHED = "restore_unfinished";

    /** Who was signed in does not belong in a backup. */
    private static final List<String> WITHOUT_ROWS = List.of("SPRING_SESSION", "SPRING_SESSION_ATTRIBUTES");

    /** One of its own, whose texts are exact and whose times are UTC. */
    Connection connect() throws BackupException {
        Properties how = new Properties();
        how.setProperty("user", user);
        how.setProperty("password", password);
        how.setProperty("tinyInt1isBit", "false");
        how.setProperty("useBulkStmts", "true");
        how.setProperty("connectTimeout", "10000");
        try {
            Connection out = DriverManager.getConnection(url, how);
            run(out, "SET SESSION time_zone = '+00:00', net_write_timeout = 3600, net_read_timeout = 3600");
            return out;
        } catch (SQLException e) {
            throw trouble("The database at " + url + " cannot be reached", e);
        }
    }

    /** What time it has; for who has no clock at hand. */
    public Instant now() throws BackupException {
        try (Connection c = connect();
                Statement s = c.createStatement();
                ResultSet row = s.executeQuery("SELECT CAST(UNIX_TIMESTAMP(SYSDATE(3)) * 1000 AS SIGNED)")) {
            row.next();
            return Instant.ofEpochMilli(row.getLong(1));
        } catch (SQLException e) {
            throw trouble("The database cannot be read", e);
        }
    }

    static void run(Connection connection, String sql) throws SQLException {
        try (Statement s = connection.createStatement()) {
            s.execute(sql);
        }
    }

    static BackupException trouble(String what, SQLException e) {
        return new BackupException(BackupException.Trouble.DATABASE, what + ": " + e.getMessage(), e);
    }

    /** Names of its tables, in their order. */
    static List<String> tables(Connection c) throws SQLException {
        return names(c, "SHOW FULL TABLES WHERE Table_type = 'BASE TABLE'", 1);
    }

    static List<String> views(Connection c) throws SQLException {
        return names(c, "SHOW FULL TABLES WHERE Table_type = 'VIEW'", 1);
    }

    static List<String> triggers(Connection c) throws SQLException {
        return names(c, "SHOW TRIGGERS", 1);
    }

    private static List<String> names(Connection c, String sql, int column) throws SQLException {
        List<String> out = new ArrayList<>();
        try (Statement s = c.createStatement();
                ResultSet rows = s.executeQuery(sql)) {
            while (rows.next()) {
                out.add(rows.getString(column));
            }
        }
        out.sort(null);
        return out;
    }

    /** As the server says how to make it, without who made it. */
    static String create(Connection c, String kind, String name, int column) throws SQLException {
        try (Statement s = c.createStatement();
                ResultSet row = s.executeQuery("SHOW CREATE " + kind + " " + quoted(name))) {
            row.next();
            return row.getString(column).replaceFirst("DEFINER=`[^`]*`@`[^`]*` ", "");
        }
    }

    static BackupHeader.Table table(Connection c, String name) throws SQLException {
        List<BackupHeader.Column> columns = new ArrayList<>();
        try (Statement s = c.createStatement();
                ResultSet none = s.executeQuery("SELECT * FROM " + quoted(name) + " LIMIT 0")) {
            ResultSetMetaData meta = none.getMetaData();
            for (int i = 1; i <= meta.getColumnCount(); i++) {
                columns.add(new BackupHeader.Column(meta.getColumnName(i), RowCodec.kind(meta.getColumnType(i))));
            }
        }
        return new BackupHeader.Table(
                name, create(c, "TABLE", name, 2), columns, key(c, name), !WITHOUT_ROWS.contains(name));
    }

    private static List<String> key(Connection c, String table) throws SQLException {
        DatabaseMetaData meta = c.getMetaData();
        List<String> out = new ArrayList<>();
        try (ResultSet keys = meta.getPrimaryKeys(c.getCatalog(), null, table)) {
            while (keys.next()) {
                int place = keys.getInt("KEY_SEQ");
                while (out.size() < place) {
                    out.add("");
                }
                out.set(place - 1, keys.getString("COLUMN_NAME"));
            }
        }
        if (out.isEmpty()) {
            throw new SQLException("Table " + table + " has no primary key");
        }
        return out;
    }

    /** Rows of a table in the order of its key; streamed. */
    static String select(BackupHeader.Table t) {
        return "SELECT "
                + list(t.columns().stream().map(BackupHeader.Column::name).toList()) + " FROM " + quoted(t.name())
                + " ORDER BY " + list(t.key());
    }

    static String insert(BackupHeader.Table t) {
        return "INSERT INTO " + quoted(t.name()) + " ("
                + list(t.columns().stream().map(BackupHeader.Column::name).toList()) + ") VALUES ("
                + "?, ".repeat(t.columns().size() - 1) + "?)";
    }

    private static String list(List<String> names) {
        return String.join(", ", names.stream().map(Database::quoted).toList());
    }

    static String quoted(String name) {
        return "`" + name.replace("`", "``") + "`";
    }
}
