package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.seal.SealCheck;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionStatus;
import org.springframework.transaction.support.TransactionSynchronizationUtils;
import org.springframework.transaction.support.TransactionTemplate;

/** Whatever is changed, removed, moved or added by hand in a sealed table is named; every column of every one of them is tried. */
@Tag("bed")
@Timeout(300)
class SealTest {

    private static final long ID = 990_001;

    private static TestBed bed;
    private static JdbcTemplate sql;

    private record Column(String name, String type, boolean nullable) {}

    static Stream<SealedTable> tables() {
        bed = TestBed.get();
        sql = bed.bean(JdbcTemplate.class);
        return bed.app.getBeansOfType(SealedTables.class).values().stream().flatMap(r -> r.tables().stream());
    }

    /** In a transaction that is never committed: a row of the application's own, and what a check says after each thing done by hand. */
    private static void tried(SealedTable table, Consumer<TransactionStatus> with) {
        new TransactionTemplate(bed.bean(PlatformTransactionManager.class)).executeWithoutResult(t -> {
            t.setRollbackOnly();
            sql.execute("SET FOREIGN_KEY_CHECKS = 0");
            try {
                // whatever follows in this transaction is the application's own
                bed.bean(AuditTrail.class).record("tech", "test", "seals", "", "");
                insert(table, ID);
                TransactionSynchronizationUtils.triggerBeforeCommit(false);
                with.accept(t);
            } finally {
                sql.execute("SET FOREIGN_KEY_CHECKS = 1");
            }
        });
    }

    private static List<Column> columns(String table) {
        return sql.query(
                "SELECT column_name, data_type, is_nullable = 'YES' FROM information_schema.columns"
                        + " WHERE table_schema = DATABASE() AND table_name = ? AND generation_expression IS NULL",
                (r, n) -> new Column(r.getString(1), r.getString(2), r.getBoolean(3)),
                table);
    }

    private static void insert(SealedTable table, long id) {
        List<Column> columns = columns(table.table());
        sql.update("INSERT INTO " + table.table() + " ("
                + columns.stream().map(Column::name).collect(Collectors.joining(", ")) + ") VALUES ("
                + columns.stream()
                        .map(c -> c.name.equals(table.owner()) || c.name.equals("id") && !c.type.equals("tinyint")
                                ? String.valueOf(id)
                                : c.name.equals("name") ? "'n" + id + "'" : value(c.type, id))
                        .collect(Collectors.joining(", "))
                + ")");
    }

    private static String value(String type, long id) {
        return switch (type) {
            case "tinyint" -> "1";
            case "int", "bigint" -> "990007";
            case "double" -> "1.5";
            case "date" -> "'2026-03-01'";
            case "varbinary", "blob", "mediumblob" -> "0x01";
            default -> "'" + id % 10 + "'";
        };
    }

    private static String other(Column c) {
        return switch (c.type) {
            case "tinyint" -> "1 - " + c.name;
            case "int", "bigint" -> c.name + " + 17";
            case "double" -> c.name + " + 1e-9";
            case "date" -> c.name + " + INTERVAL 1 DAY";
            case "varbinary", "blob", "mediumblob" -> "0x02";
            default -> "'~'";
        };
    }

    /** What is named now that was not named before, and concerns this table. */
    private static List<String> found(SealedTable table, Set<SealCheck.Trouble> before) {
        return found(table, bed.bean(SealCheck.class).ofTable(table), before);
    }

    private static List<String> found(
            SealedTable table, List<SealCheck.Trouble> troubles, Set<SealCheck.Trouble> before) {
        return troubles.stream()
                .filter(t -> !before.contains(t))
                .map(t -> t.subject() + ": " + t.words())
                .filter(w -> w.startsWith(table.subject() + " ")
                        && (w.contains(": " + table.words()) || w.contains("names " + table.words() + ",")))
                .toList();
    }

    private static void undone(TransactionStatus t, Runnable deed) {
        Object before = t.createSavepoint();
        deed.run();
        t.rollbackToSavepoint(before);
    }

    @ParameterizedTest
    @MethodSource("tables")
    void every_column_that_is_changed_by_hand_is_named(SealedTable table) {
        if (table.table().equals("house")) {
            return; // there is one row, which is not ours to insert; see below
        }
        String whose = table.subject() + " " + ID + ": ";
        String words = table.words();
        tried(table, t -> {
            Set<SealCheck.Trouble> before =
                    new HashSet<>(bed.bean(SealCheck.class).troubles());
            assertThat(before).noneMatch(x -> x.subject().equals(table.subject() + " " + ID));
            String row = " WHERE " + table.owner() + " = " + ID;
            List<Column> sealed = columns(table.table()).stream()
                    .filter(c -> !table.leftOut().contains(c.name))
                    .toList();
            for (Column c : sealed) {
                undone(t, () -> {
                    sql.update("UPDATE " + table.table() + " SET " + c.name + " = " + other(c) + row);
                    List<String> found = found(table, before);
                    if (c.name.equals(table.owner())) {
                        assertThat(found)
                                .anyMatch(w -> w.startsWith(whose + "Removed: " + words))
                                .anyMatch(w -> w.contains("Added without an entry in the audit trail: " + words));
                    } else {
                        assertThat(found)
                                .as(c.name)
                                .hasSize(1)
                                .allMatch(w -> w.startsWith(whose + "Changed since entry ") && w.endsWith(words));
                    }
                });
                if (c.nullable) {
                    undone(t, () -> {
                        sql.update("UPDATE " + table.table() + " SET " + c.name + " = NULL" + row);
                        assertThat(found(table, before))
                                .as(c.name + " taken away")
                                .hasSize(1);
                    });
                }
            }
            undone(t, () -> {
                sql.update("DELETE FROM " + table.table() + row);
                assertThat(found(table, before))
                        .singleElement()
                        .satisfies(w -> assertThat(w).startsWith(whose + "Removed: " + words));
                // with what is noted of it, too
                sql.update("DELETE FROM sealed WHERE part = ? AND owner = ?", table.table(), ID);
                assertThat(found(table, bed.bean(SealCheck.class).troubles(), before))
                        .singleElement()
                        .satisfies(
                                w -> assertThat(w).startsWith(whose + "Entry ").endsWith("which is no longer stored"));
            });
        });
    }

    @Test
    void what_is_forged_with_a_seal_of_its_own_is_named_too() {
        SealedTable site =
                tables().filter(t -> t.table().equals("site")).findFirst().orElseThrow();
        tried(site, t -> {
            Set<SealCheck.Trouble> before =
                    new HashSet<>(bed.bean(SealCheck.class).troubles());
            // the seal of what it is now, put into the table of seals: the entry says another one
            sql.update("UPDATE sealed SET sha256 = REPEAT('a', 64) WHERE part = 'site' AND owner = ?", ID);
            // nothing but that the entry says another one
            assertThat(found(site, before))
                    .singleElement()
                    .satisfies(w -> assertThat(w).contains("differs from what is stored"));
            assertThat(words(before)).anyMatch(w -> w.contains("differs from what is stored"));
            sql.update("UPDATE sealed SET sequence = 1 WHERE part = 'site' AND owner = ?", ID);
            assertThat(words(before))
                    .anyMatch(w -> w.contains("entry 1 of the audit trail differs from what is stored"));
        });
    }

    private static List<String> words(Set<SealCheck.Trouble> before) {
        return bed.bean(SealCheck.class).troubles().stream()
                .filter(t -> !before.contains(t))
                .map(t -> t.subject() + ": " + t.words())
                .toList();
    }

    @Test
    void the_rules_of_the_house_are_sealed_column_by_column() {
        tables();
        for (Column c : columns("house")) {
            if (c.name.equals("id")) {
                continue; // there is one, and others are looked up by it
            }
            new TransactionTemplate(bed.bean(PlatformTransactionManager.class)).executeWithoutResult(t -> {
                t.setRollbackOnly();
                Set<SealCheck.Trouble> before =
                        new HashSet<>(bed.bean(SealCheck.class).troubles());
                sql.update("UPDATE house SET " + c.name + " = " + other(c));
                assertThat(words(before))
                        .as(c.name)
                        .singleElement()
                        .satisfies(w -> assertThat(w).startsWith("house 1: Changed since entry"));
            });
        }
    }

    @Test
    void taking_all_seals_away_and_starting_anew_does_not_help() {
        tables();
        new TransactionTemplate(bed.bean(PlatformTransactionManager.class)).executeWithoutResult(t -> {
            t.setRollbackOnly();
            Set<SealCheck.Trouble> before =
                    new HashSet<>(bed.bean(SealCheck.class).troubles());
            bed.bean(AuditTrail.class).record("system", "begin to seal", "what is kept", "", "site\nspot");
            assertThat(words(before)).contains("site: Sealing was begun 2 times: its seals were removed");
        });
    }

    @Test
    void what_the_application_changes_is_sealed_at_the_end_of_its_transaction_and_once() {
        tables();
        PlaceService places = bed.bean(PlaceService.class);
        bed.spot("Sealed site", "Shelf");
        List<Map<String, Object>> first = seals();
        assertThat(first.get(0).get("subject").toString()).startsWith("seal of site ");
        assertThat(first.get(0).get("after_state").toString())
                .matches("(?s)site \\d+ [0-9a-f]{64}\nspot \\d+ [0-9a-f]{64}");
        // the same once more changes nothing
        places.create("Sealed site", "Europe/Paris", "Other shelf", "tech");
        assertThat(seals()).hasSize(first.size() + 1);
        assertThat(seals().get(0).get("after_state").toString()).matches("spot \\d+ [0-9a-f]{64}");
    }

    @Test
    void a_capital_letter_a_blank_and_an_accent_are_changes() {
        tables();
        bed.spot("Letters site", "Shelf");
        PlaceService places = bed.bean(PlaceService.class);
        long id = places.sites().stream()
                .filter(s -> s.name().equals("Letters site"))
                .findFirst()
                .orElseThrow()
                .id();
        Set<SealCheck.Trouble> before = new HashSet<>(bed.bean(SealCheck.class).troubles());
        for (String address : List.of("mill lane", "Mill lane", "Mill lane ", "Mïll lane", "")) {
            int sealed = seals().size();
            places.save(new Site(id, "Letters site", "Europe/Paris", address, null, null, "", null), "tech");
            assertThat(seals()).as(address).hasSize(sealed + 1);
        }
        assertThat(words(before)).isEmpty();
    }

    private static List<Map<String, Object>> seals() {
        return sql.queryForList(
                "SELECT subject, after_state FROM audit_entry WHERE action = 'seal' ORDER BY sequence DESC LIMIT 100000");
    }

    @Test
    void what_comes_back_of_a_transaction_that_failed_is_sealed_by_nobody() {
        tables();
        int before = seals().size();
        new TransactionTemplate(bed.bean(PlatformTransactionManager.class)).executeWithoutResult(t -> {
            bed.bean(PlaceService.class).create("Never there", "Europe/Paris", "Nowhere", "tech");
            t.setRollbackOnly();
        });
        assertThat(seals()).hasSize(before);
        List<String> names = new ArrayList<>();
        bed.bean(PlaceService.class).sites().forEach(s -> names.add(s.name()));
        assertThat(names).doesNotContain("Never there");
    }

    @Test
    void what_was_changed_by_hand_and_then_by_the_application_is_not_covered_up() {
        tables();
        bed.spot("Covered site", "Shelf");
        PlaceService places = bed.bean(PlaceService.class);
        long id = places.sites().stream()
                .filter(s -> s.name().equals("Covered site"))
                .findFirst()
                .orElseThrow()
                .id();
        Set<SealCheck.Trouble> before = new HashSet<>(bed.bean(SealCheck.class).troubles());
        sql.update("UPDATE site SET zone = 'Europe/London' WHERE id = ?", id);
        assertThat(words(before)).singleElement().satisfies(w -> assertThat(w).contains("Changed since entry"));
        // somebody saves it as it is shown, with another word
        places.save(new Site(id, "Covered site", "Europe/London", "Mill lane", null, null, "", null), "tech");
        assertThat(words(before))
                .singleElement()
                .satisfies(w -> assertThat(w)
                        .startsWith("site " + id + ": Changed outside Pelerin before entry ")
                        .endsWith(": details"));
        // and nothing else is named, however often we change it
        places.save(new Site(id, "Covered site", "Europe/London", "Mill lane 2", null, null, "", null), "tech");
        assertThat(words(before)).hasSize(1);
    }
}
