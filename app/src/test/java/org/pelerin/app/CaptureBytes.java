package org.pelerin.app;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Arrays;

/** The same memory, seen from its two ends. */
final class CaptureBytes {

    private CaptureBytes() {}

    /** The pages of a mission as the database has them. */
    static byte[] ofDatabase(long mission) {
        try (Connection connection = TestBed.connect();
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

    /** The written part of a logger's flash as the yard keeps it on disk. */
    static byte[] ofFlash(Path yardData, String serial) throws IOException {
        byte[] flash = Files.readAllBytes(yardData.resolve(serial + ".flash"));
        int end = flash.length;
        while (end > 0 && flash[end - 1] == 0) {
            end--;
        }
        int page = 512;
        return Arrays.copyOf(flash, (end + page - 1) / page * page);
    }
}
