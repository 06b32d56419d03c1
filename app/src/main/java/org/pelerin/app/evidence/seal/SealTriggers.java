package org.pelerin.app.evidence.seal;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.flywaydb.core.api.callback.Callback;
import org.flywaydb.core.api.callback.Context;
import org.flywaydb.core.api.callback.Event;
import org.springframework.stereotype.Component;

/**
 * The triggers that note whose sealed rows a transaction changes. They are made anew at every start, so that they follow what is sealed and how its
 * tables look. What a migration changes of sealed rows is noted, and sealed at the start that follows.
 */
@Component
class SealTriggers implements Callback {

    /** As MariaDB tells it of a trigger. */
    private static final String MADE =
            "SELECT 1 FROM information_schema.triggers WHERE trigger_schema = DATABASE() AND trigger_name = ? AND action_statement = ?";

    private final List<SealedTables> rooms;

    SealTriggers(List<SealedTables> rooms) {
        this.rooms = rooms;
    }

    @Override
    public boolean supports(Event event, Context context) {
        return event == Event.AFTER_MIGRATE || event == Event.BEFORE_EACH_MIGRATE || event == Event.AFTER_EACH_MIGRATE;
    }

    @Override
    public boolean canHandleInTransaction(Event event, Context context) {
        return true;
    }

    @Override
    public String getCallbackName() {
        return "seals";
    }

    @Override
    public void handle(Event event, Context context) {
        try {
            switch (event) {
                case BEFORE_EACH_MIGRATE -> execute(context.getConnection(), "SET @pelerin_touched = NULL");
                case AFTER_EACH_MIGRATE -> due(context.getConnection());
                default -> {
                    for (SealedTables room : rooms) {
                        for (SealedTable table : room.tables()) {
                            make(context.getConnection(), table);
                        }
                    }
                }
            }
        } catch (SQLException e) {
            throw new IllegalStateException("The triggers that seal what is changed cannot be made", e);
        }
    }

    private static void due(Connection c) throws SQLException {
        try (Statement s = c.createStatement();
                ResultSet r = s.executeQuery("SELECT @pelerin_touched")) {
            String touched = r.next() ? r.getString(1) : null;
            if (touched == null) {
                return;
            }
            try (PreparedStatement p = c.prepareStatement("INSERT IGNORE INTO seal_due (part, owner) VALUES (?, ?)")) {
                for (String word : touched.split(",")) {
                    SealedSet set = SealedSet.read(word);
                    p.setString(1, set.table());
                    p.setLong(2, set.owner());
                    p.addBatch();
                }
                p.executeBatch();
            }
        }
    }

    private static void make(Connection c, SealedTable t) throws SQLException {
        // letter by letter: to a collation “vault” and “Vault” are the same
        String same = columns(c, t).stream()
                .map(x -> "BINARY OLD." + x + " <=> BINARY NEW." + x)
                .collect(Collectors.joining(" AND "));
        make(c, t, "INSERT", note(t, "NEW"));
        make(c, t, "DELETE", note(t, "OLD"));
        make(c, t, "UPDATE", "IF NOT (" + same + ") THEN " + note(t, "OLD") + "; " + note(t, "NEW") + "; END IF");
    }

    private static void make(Connection c, SealedTable t, String event, String body) throws SQLException {
        String name = "seal_" + t.table() + "_" + event.toLowerCase();
        try (PreparedStatement p = c.prepareStatement(MADE)) {
            p.setString(1, name);
            p.setString(2, body);
            try (ResultSet r = p.executeQuery()) {
                if (r.next()) {
                    return;
                }
            }
        }
        execute(
                c,
                "CREATE OR REPLACE TRIGGER " + name + " AFTER " + event + " ON " + t.table() + " FOR EACH ROW " + body);
    }

    private static String note(SealedTable t, String row) {
        String set = "CONCAT('" + t.table() + ":', " + row + "." + t.owner() + ")";
        return "SET @pelerin_touched = IF(FIND_IN_SET(" + set + ", COALESCE(@pelerin_touched, '')), @pelerin_touched,"
                + " CONCAT_WS(',', @pelerin_touched, " + set + "))";
    }

    private static List<String> columns(Connection c, SealedTable t) throws SQLException {
        List<String> out = new ArrayList<>();
        try (PreparedStatement p = c.prepareStatement(
                "SELECT column_name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ?"
                        + " AND generation_expression IS NULL ORDER BY column_name")) {
            p.setString(1, t.table());
            try (ResultSet r = p.executeQuery()) {
                while (r.next()) {
                    if (!t.leftOut().contains(r.getString(1))) {
                        out.add(r.getString(1));
                    }
                }
            }
        }
        return out;
    }

    private static void execute(Connection c, String sql) throws SQLException {
        try (Statement s = c.createStatement()) {
            s.execute(sql);
        }
    }
}
