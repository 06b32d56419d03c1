package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.pelerin.link.message.MemoryPage;

/** The same memory, seen from its two ends. */
final class CaptureBytes {

    private CaptureBytes() {}

    /** The pages of a mission as the database has them. */
    static byte[] ofDatabase(long mission) {
        try (Connection connection = TestDatabase.connect();
                PreparedStatement query = connection.prepareStatement(
                        "SELECT bytes FROM capture_page WHERE mission_id = ? ORDER BY page")) {
            query.setLong(1, mission);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try (ResultSet rows = query.executeQuery()) {
                while (rows.next()) {
                    out.write(rows.getBytes(1));
                }
            }
            return out.toByteArray();
        } catch (SQLException | IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Of a logger that holds one mission. */
    static byte[] ofFlash(Path yardData, String serial) throws IOException {
        try (Stream<Path> files = Files.list(yardData)) {
            List<Path> held = files.filter(f -> f.getFileName().toString().matches(serial + "-\\d+\\.flash"))
                    .toList();
            assertThat(held).hasSize(1);
            return ofFlash(held.get(0));
        }
    }

    static byte[] ofFlash(Path yardData, String serial, int mission) throws IOException {
        return ofFlash(yardData.resolve(serial + "-" + mission + ".flash"));
    }

    /** The written pages of a logger's flash as the yard keeps it on disk: each table with its length before it. */
    private static byte[] ofFlash(Path file) throws IOException {
        ByteBuffer flash = ByteBuffer.wrap(Files.readAllBytes(file));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        while (flash.hasRemaining()) {
            byte[] table = new byte[flash.getInt()];
            flash.get(table);
            int end = table.length;
            while (end > 0 && table[end - 1] == 0) {
                end--;
            }
            out.write(Arrays.copyOf(table, (end + MemoryPage.SIZE - 1) / MemoryPage.SIZE * MemoryPage.SIZE));
        }
        return out.toByteArray();
    }
}
