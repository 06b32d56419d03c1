package org.pelerin.app.platform.secret;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.TransactionStatus;
import org.springframework.transaction.support.SimpleTransactionStatus;

class SealTest {

    /** The table of keys, which several processes share. */
    private static final class Table implements SealingKeyMapper {

        private final List<SealingKey> rows = new ArrayList<>();
        private Runnable first = () -> {};

        @Override
        public List<SealingKey> all() {
            return List.copyOf(rows);
        }

        @Override
        public int insert(SealingKey key) {
            first.run();
            if (rows.stream().anyMatch(r -> r.id() == key.id())) {
                return 0;
            }
            rows.add(key);
            return 1;
        }

        @Override
        public int wrapAnew(SealingKey now, byte[] before) {
            boolean same = rows.removeIf(r -> r.id() == now.id() && Arrays.equals(r.wrapped(), before));
            rows.add(now);
            return same ? 1 : 0;
        }
    }

    private static final class NoTransactions implements PlatformTransactionManager {

        @Override
        public TransactionStatus getTransaction(TransactionDefinition definition) {
            return new SimpleTransactionStatus();
        }

        @Override
        public void commit(TransactionStatus status) {}

        @Override
        public void rollback(TransactionStatus status) {}
    }

    private final Table table = new Table();

    /** As a process that is started so has it. */
    private Seal seal(String key, String before, String database) {
        return new Seal(new SealingKeys(table, new NoTransactions(), Clock.systemUTC(), key, before, database));
    }

    @Test
    void what_is_sealed_is_read_with_the_same_key_only() {
        Seal seal = seal("", "", "secret");
        String sealed = seal.close("0417");
        assertThat(sealed).startsWith("k1:").doesNotContain("0417").hasSizeLessThan(120);
        assertThat(seal("", "", "secret").open(sealed)).isEqualTo("0417");
        // the same twice does not look the same
        assertThat(seal.close("0417")).isNotEqualTo(sealed);
        assertThat(seal.close("")).isEmpty();
        assertThat(seal("", "", "other").open(sealed)).isEmpty();
        assertThat(seal("own", "", "another").open(sealed)).isEmpty();
    }

    @Test
    void what_was_changed_is_not_read() {
        Seal seal = seal("k", "", "");
        String sealed = seal.close("12345678");
        byte[] bytes = Base64.getDecoder().decode(sealed.substring(3));
        bytes[bytes.length - 1] ^= 1;
        assertThat(seal.open("k1:" + Base64.getEncoder().encodeToString(bytes))).isEmpty();
        assertThat(seal.open("no base64!")).isEmpty();
        assertThat(seal.open("AAAA")).isEmpty();
        assertThat(seal.open("k7" + sealed.substring(2))).isEmpty();
        assertThat(seal.open("k1:")).isEmpty();
    }

    @Test
    void an_exchanged_secret_wraps_the_key_anew_and_touches_nothing_that_is_sealed() {
        String sealed = seal("", "", "database").close("0417");
        byte[] wrapped = table.rows.get(0).wrapped();
        // the database's password was the secret until now
        assertThat(seal("first", "", "database").open(sealed)).isEqualTo("0417");
        assertThat(table.rows).hasSize(1);
        assertThat(table.rows.get(0).wrapped()).isNotEqualTo(wrapped);
        // from now on the new one alone opens it
        assertThat(seal("first", "", "whatever").open(sealed)).isEqualTo("0417");
        assertThat(seal("second", "first", "whatever").open(sealed)).isEqualTo("0417");
        assertThat(seal("second", "", "whatever").open(sealed)).isEqualTo("0417");
        assertThat(table.rows).hasSize(1);
    }

    @Test
    void without_the_secret_before_it_goes_on_under_another_key_and_nothing_is_lost_for_ever() {
        String old = seal("first", "", "").close("old");
        Seal lost = seal("second", "", "");
        assertThat(lost.open(old)).isEmpty();
        String fresh = lost.close("fresh");
        assertThat(fresh).startsWith("k2:");
        assertThat(lost.current(fresh)).isTrue();
        // once it is named, both open
        Seal both = seal("second", "first", "");
        assertThat(both.open(old)).isEqualTo("old");
        assertThat(both.open(fresh)).isEqualTo("fresh");
        assertThat(both.current(old)).isFalse();
        assertThat(seal("second", "", "").open(old)).isEqualTo("old");
    }

    @Test
    void of_two_processes_that_start_at_once_both_have_the_key_of_the_one_that_was_first() {
        Seal[] other = new Seal[1];
        table.first = () -> {
            table.first = () -> {};
            other[0] = seal("k", "", "");
            other[0].close("x");
        };
        String sealed = seal("k", "", "").close("0417");
        assertThat(table.rows).hasSize(1);
        assertThat(other[0].open(sealed)).isEqualTo("0417");
    }

    @Test
    void what_earlier_versions_sealed_is_opened_and_to_be_sealed_anew() throws Exception {
        byte[] key = MessageDigest.getInstance("SHA-256")
                .digest("pelerin seal: database secret".getBytes(StandardCharsets.UTF_8));
        String earlier =
                Base64.getEncoder().encodeToString(AesGcm.encrypt(key, "0417".getBytes(StandardCharsets.UTF_8)));
        Seal seal = seal("", "", "secret");
        assertThat(seal.open(earlier)).isEqualTo("0417");
        assertThat(seal.current(earlier)).isFalse();
        assertThat(seal.current(seal.close("0417"))).isTrue();
        assertThat(seal("new", "", "secret").open(earlier)).isEqualTo("0417");
        assertThat(seal("", "", "other").open(earlier)).isEmpty();
    }
}
