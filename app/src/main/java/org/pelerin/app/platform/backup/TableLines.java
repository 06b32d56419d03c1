package org.pelerin.app.platform.backup;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HexFormat;

/** All rows of a table as lines, a few megabytes at a time; memory does not grow with the table. */
final class TableLines {

    private static final int PIECE = 4 << 20;
    /** Rows of some megabytes each are held at once by the driver; that it asks oftener costs nothing, as the server goes on sending. */
    private static final int AT_ONCE = 8;

    /** Takes the lines of whole rows. */
    interface Taker {
        void take(byte[] lines, long rowsSoFar) throws IOException;
    }

    private TableLines() {}

    /** @return how many rows there were, and what they hash to */
    static BackupManifest.Rows read(Connection from, BackupHeader.Table table, Taker to)
            throws IOException, SQLException {
        MessageDigest sha = sha256();
        ByteArrayOutputStream piece = new ByteArrayOutputStream(PIECE + PIECE / 4);
        RowCodec.Lines lines = new RowCodec.Lines(table.columns(), piece);
        long rows = 0;
        try (Statement s = from.createStatement(ResultSet.TYPE_FORWARD_ONLY, ResultSet.CONCUR_READ_ONLY)) {
            s.setFetchSize(AT_ONCE);
            try (ResultSet all = s.executeQuery(Database.select(table))) {
                while (all.next()) {
                    lines.add(all);
                    rows++;
                    if (piece.size() >= PIECE) {
                        pass(piece, sha, rows, to);
                    }
                }
            }
        }
        if (piece.size() > 0) {
            pass(piece, sha, rows, to);
        }
        return new BackupManifest.Rows(table.name(), rows, HexFormat.of().formatHex(sha.digest()));
    }

    private static void pass(ByteArrayOutputStream piece, MessageDigest sha, long rows, Taker to) throws IOException {
        byte[] bytes = piece.toByteArray();
        piece.reset();
        sha.update(bytes);
        to.take(bytes, rows);
    }

    static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
