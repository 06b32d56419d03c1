package org.pelerin.app.platform.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.exceptionfactory.jagged.FileKey;
import com.exceptionfactory.jagged.RecipientStanza;
import com.exceptionfactory.jagged.framework.stream.StandardDecryptingChannelFactory;
import java.io.InputStream;
import java.nio.channels.Channels;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.util.List;
import org.junit.jupiter.api.Test;

class PassphraseTest {

    private static final Passphrase GOATS = new Passphrase("three goats on a bridge", 10);

    /** The file was written by an independent implementation of the format. */
    @Test
    void what_another_program_has_closed_is_opened() throws Exception {
        try (InputStream file = PassphraseTest.class.getResourceAsStream("/backup/goats.age");
                InputStream open = Channels.newInputStream(new StandardDecryptingChannelFactory()
                        .newDecryptingChannel(Channels.newChannel(file), List.of(GOATS)))) {
            assertThat(new String(open.readAllBytes(), StandardCharsets.UTF_8)).isEqualTo("hello from there\n");
        }
    }

    @Test
    void a_file_cannot_ask_for_all_the_memory_there_is_and_one_for_keys_is_named() {
        for (String factor : List.of("21", "30", "63", "0", "-1", "1e1", "")) {
            assertThatThrownBy(() -> GOATS.getFileKey(List.of(
                            new Passphrase.Stanza("scrypt", List.of("Qweog5cCYy7d5miXSCsEiA", factor), new byte[32]))))
                    .isInstanceOf(InvalidKeyException.class)
                    .hasMessageContaining("not accepted");
        }
        assertThatThrownBy(
                        () -> GOATS.getFileKey(List.of(new Passphrase.Stanza("X25519", List.of("abc"), new byte[32]))))
                .hasMessageContaining("not closed with a passphrase");
    }

    @Test
    void a_key_comes_back_with_the_words_and_never_wrapped_the_same_twice() throws Exception {
        FileKey key = new FileKey();
        RecipientStanza one = GOATS.getRecipientStanzas(key).iterator().next();
        RecipientStanza other = GOATS.getRecipientStanzas(key).iterator().next();
        assertThat(one.getBody()).isNotEqualTo(other.getBody());
        assertThat(GOATS.getFileKey(List.of(one))).isEqualTo(key);
        assertThatThrownBy(() -> new Passphrase("two goats").getFileKey(List.of(one)))
                .isInstanceOf(java.security.GeneralSecurityException.class);
    }
}
