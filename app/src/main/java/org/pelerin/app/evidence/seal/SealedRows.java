package org.pelerin.app.evidence.seal;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.core.evidence.Sha256;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/**
 * The rows of sealed tables as the text that their seal is the SHA-256 of: each row its columns in the order of their names, each with its length
 * before it, the rows in the order of their texts. A column that holds what it holds when nothing is said of it is left out, so that one that comes
 * with a later version changes no seal; large ones stand for themselves by their SHA-256.
 */
@Component
class SealedRows {

    private record Shape(SealedTable table, List<SealMapper.Column> columns, String selected) {}

    private final SealMapper mapper;
    private final JdbcTemplate own;
    private final CommittedState committed;
    private final Map<String, SealedTable> tables;
    private final Map<String, Shape> shapes = new ConcurrentHashMap<>();

    SealedRows(SealMapper mapper, List<SealedTables> rooms, JdbcTemplate own, CommittedState committed) {
        this.own = own;
        this.committed = committed;
        this.mapper = mapper;
        this.tables = rooms.stream()
                .flatMap(r -> r.tables().stream())
                .collect(Collectors.toMap(
                        SealedTable::table,
                        Function.identity(),
                        (a, b) -> {
                            throw new IllegalStateException(a.table() + " is sealed twice");
                        },
                        LinkedHashMap::new));
    }

    Collection<SealedTable> tables() {
        return tables.values();
    }

    /** Null for a table that is not sealed. */
    SealedTable table(String name) {
        return tables.get(name);
    }

    /**
     * The SHA-256 of what is there, by owner; empty for nothing.
     *
     * @param latest whether it is read as it is just now, and stays so until the transaction ends; else as the transaction sees it
     */
    Map<Long, String> hashes(SealedTable table, List<Long> owners, boolean latest) {
        return hashes(table, owners, latest, own);
    }

    /** Whether what was committed before this transaction was what its seal said, by owner; only of what had one. */
    Map<Long, Boolean> committed(SealedTable table, List<Long> owners) {
        return committed.read(sql -> {
            Map<Long, Boolean> out = new HashMap<>();
            Map<Long, String> is = hashes(table, owners, false, sql);
            sql.query(
                    "SELECT owner, sha256 FROM sealed WHERE part = ? AND owner IN (" + marks(owners) + ")",
                    r -> {
                        long owner = r.getLong(1);
                        out.put(owner, r.getString(2).equals(is.get(owner)));
                    },
                    Stream.concat(Stream.of(table.table()), owners.stream()).toArray());
            return out;
        });
    }

    private static String marks(List<Long> owners) {
        return owners.stream().map(o -> "?").collect(Collectors.joining(","));
    }

    private Map<Long, String> hashes(SealedTable table, List<Long> owners, boolean latest, JdbcTemplate sql) {
        Shape shape = shapes.computeIfAbsent(table.table(), name -> shape(table));
        Map<Long, List<String>> texts = new HashMap<>();
        for (Map<String, Object> row : sql.queryForList(
                "SELECT " + shape.selected + ", " + table.owner() + " AS `owner of it` FROM " + table.table()
                        + " WHERE " + table.owner() + " IN (" + marks(owners) + ")"
                        + (latest ? " LOCK IN SHARE MODE" : ""),
                owners.toArray())) {
            long owner = ((Number) row.get("owner of it")).longValue();
            texts.computeIfAbsent(owner, o -> new ArrayList<>()).add(text(shape, row));
        }
        Map<Long, String> out = new LinkedHashMap<>();
        owners.forEach(o -> {
            List<String> rows = texts.getOrDefault(o, new ArrayList<>());
            Collections.sort(rows);
            out.put(o, rows.isEmpty() ? "" : Sha256.of(String.join("\n", rows).getBytes(StandardCharsets.UTF_8)));
        });
        return out;
    }

    private Shape shape(SealedTable table) {
        List<SealMapper.Column> columns = mapper.columns(table.table()).stream()
                .filter(c -> !table.leftOut().contains(c.name()))
                .toList();
        if (columns.stream().noneMatch(c -> c.name().equals(table.owner()))) {
            throw new IllegalStateException(table + " has no such owner");
        }
        return new Shape(
                table,
                columns,
                columns.stream().map(SealMapper.Column::selected).collect(Collectors.joining(", ")));
    }

    private static String text(Shape shape, Map<String, Object> row) {
        StringBuilder out = new StringBuilder();
        for (SealMapper.Column c : shape.columns) {
            String value = literal(row.get(c.name()));
            if (!value.equals(c.fallback() == null ? "NULL" : c.fallback())) {
                out.append(c.name())
                        .append('=')
                        .append(value.length())
                        .append(':')
                        .append(value)
                        .append(' ');
            }
        }
        return out.toString();
    }

    /** As the database writes a column's default. */
    private static String literal(Object value) {
        if (value == null) {
            return "NULL";
        }
        if (value instanceof Boolean b) {
            return b ? "1" : "0";
        }
        if (value instanceof byte[] bytes) {
            return "x" + Sha256.of(bytes);
        }
        return value instanceof Number ? value.toString() : "'" + value + "'";
    }
}
