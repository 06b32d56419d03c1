package org.pelerin.app.record;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import org.pelerin.core.series.Outline;
import org.springframework.stereotype.Component;

/** Summaries were pairs of numbers with each block before: from those the outlines of series that are there are made. */
@Component
class V34__FillOutlines extends BaseJavaMigration {

    private record Key(long mission, int channel) {}

    @Override
    public void migrate(Context context) throws SQLException {
        Connection c = context.getConnection();
        List<Key> keys = new ArrayList<>();
        try (Statement s = c.createStatement();
                ResultSet r = s.executeQuery("SELECT mission_id, channel FROM series ORDER BY mission_id, channel")) {
            while (r.next()) {
                keys.add(new Key(r.getLong(1), r.getInt(2)));
            }
        }
        for (Key key : keys) {
            fill(c, key);
        }
        try (Statement s = c.createStatement()) {
            s.execute("ALTER TABLE series_block DROP COLUMN cells");
        }
    }

    private static void fill(Connection c, Key key) throws SQLException {
        Outline outline = finest(c, key);
        // begun anew after a break, it finds its own rows
        try (PreparedStatement p = c.prepareStatement(
                "REPLACE INTO series_outline (mission_id, channel, level, part, data) VALUES (?, ?, ?, ?, ?)")) {
            for (int level = 0; level < Outline.LEVELS && outline.count() > 0; level++) {
                for (long from = 0; from < outline.count(); from += OutlineWriter.A_ROW) {
                    p.setLong(1, key.mission);
                    p.setInt(2, key.channel);
                    p.setInt(3, level);
                    p.setLong(4, from / OutlineWriter.A_ROW);
                    p.setBytes(
                            5,
                            outline.part(from, Math.min(outline.count(), from + OutlineWriter.A_ROW))
                                    .toBytes());
                    p.addBatch();
                }
                p.executeBatch();
                outline = level + 1 < Outline.LEVELS ? outline.coarser() : outline;
            }
        }
    }

    private static Outline finest(Connection c, Key key) throws SQLException {
        Outline out = new Outline(0, 0, new double[0], new double[0], new BitSet());
        List<Outline> parts = new ArrayList<>();
        try (PreparedStatement p = c.prepareStatement(
                "SELECT cells FROM series_block WHERE mission_id = ? AND channel = ? ORDER BY block")) {
            p.setLong(1, key.mission);
            p.setInt(2, key.channel);
            long first = 0;
            try (ResultSet r = p.executeQuery()) {
                while (r.next()) {
                    Outline cells = cells(first, r.getBytes(1));
                    parts.add(cells);
                    first = cells.end();
                }
            }
        }
        return parts.isEmpty() ? out : Outline.together(parts);
    }

    /** Little-endian pairs min, max. */
    private static Outline cells(long first, byte[] bytes) {
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        double[] min = new double[bytes.length / 16];
        double[] max = new double[min.length];
        BitSet incomplete = new BitSet();
        for (int i = 0; i < min.length; i++) {
            min[i] = in.getDouble();
            max[i] = in.getDouble();
            incomplete.set(i, Double.isNaN(min[i]));
        }
        return new Outline(0, first, min, max, incomplete);
    }
}
