package org.pelerin.app.platform.secret;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Base64;
import org.junit.jupiter.api.Test;

class SealTest {

    @Test
    void what_is_sealed_is_read_with_the_same_key_only() throws Exception {
        Seal seal = new Seal("", "secret");
        String sealed = seal.close("0417");
        assertThat(sealed).doesNotContain("0417").hasSizeLessThan(120);
        assertThat(new Seal("", "secret").open(sealed)).isEqualTo("0417");
        assertThat(new Seal("", "other").open(sealed)).isEmpty();
        assertThat(new Seal("own", "secret").open(sealed)).isEmpty();
        // the same twice does not look the same
        assertThat(seal.close("0417")).isNotEqualTo(sealed);
        assertThat(seal.close("")).isEmpty();
    }

    @Test
    void what_was_changed_is_not_read() throws Exception {
        Seal seal = new Seal("k", "");
        byte[] bytes = Base64.getDecoder().decode(seal.close("12345678"));
        bytes[bytes.length - 1] ^= 1;
        assertThat(seal.open(Base64.getEncoder().encodeToString(bytes))).isEmpty();
        assertThat(seal.open("no base64!")).isEmpty();
        assertThat(seal.open("AAAA")).isEmpty();
    }
}
