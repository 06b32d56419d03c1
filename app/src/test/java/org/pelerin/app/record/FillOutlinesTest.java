package org.pelerin.app.record;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.flywaydb.core.api.configuration.Configuration;
import org.flywaydb.core.api.migration.Context;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.pelerin.app.TestDatabase;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Outline;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** Records that were stored before there were outlines. Tables of the connection's own stand before those of the schema. */
@Tag("bed")
class FillOutlinesTest {

    private static Context context(Connection c) {
        return new Context() {
            @Override
            public Configuration getConfiguration() {
                return null;
            }

            @Override
            public Connection getConnection() {
                return c;
            }
        };
    }

    private static byte[] pairs(Block block) {
        double[] min = block.cells().min();
        ByteBuffer out = ByteBuffer.allocate(min.length * 16).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < min.length; i++) {
            out.putDouble(min[i]).putDouble(block.cells().max()[i]);
        }
        return out.array();
    }

    @Test
    void have_the_same_ones_as_records_that_are_stored_now() throws Exception {
        double[] values = new Random(5).doubles(600_000, 0, 9).toArray();
        Arrays.fill(values, 50_000, 70_000, Double.NaN);
        Series series = Series.of(
                Channel.of("Air", "°C"),
                TimeAxis.of(Instant.EPOCH, Duration.ofSeconds(1), values.length),
                values,
                null);
        try (Connection c = TestDatabase.connect();
                Statement s = c.createStatement()) {
            s.execute("CREATE TEMPORARY TABLE series (mission_id BIGINT, channel INT)");
            s.execute("CREATE TEMPORARY TABLE series_block (mission_id BIGINT, channel INT, block INT, cells BLOB)");
            s.execute("CREATE TEMPORARY TABLE series_outline (mission_id BIGINT, channel INT, level TINYINT, part INT,"
                    + " data MEDIUMBLOB, PRIMARY KEY (mission_id, channel, level, part))");
            // one that recorded nothing has no blocks
            s.execute("INSERT INTO series VALUES (1, 0), (1, 1), (2, 0)");
            try (PreparedStatement p = c.prepareStatement("INSERT INTO series_block VALUES (1, 1, ?, ?)")) {
                for (int b = 0; b < series.blocks().size(); b++) {
                    p.setInt(1, b);
                    p.setBytes(2, pairs(series.blocks().get(b)));
                    p.addBatch();
                }
                p.executeBatch();
            }
            new V34__FillOutlines().migrate(context(c));
            Outline expected = Outline.of(series.blocks());
            for (int level = 0; level < Outline.LEVELS; level++) {
                List<Outline> parts = new ArrayList<>();
                try (ResultSet r = s.executeQuery("SELECT part, data FROM series_outline WHERE mission_id = 1"
                        + " AND channel = 1 AND level = " + level + " ORDER BY part")) {
                    while (r.next()) {
                        parts.add(Outline.fromBytes(level, r.getLong(1) * OutlineWriter.A_ROW, r.getBytes(2)));
                    }
                }
                assertThat(Outline.together(parts)).isEqualTo(expected);
                expected = level + 1 < Outline.LEVELS ? expected.coarser() : expected;
            }
        }
    }
}
