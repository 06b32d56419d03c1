package org.pelerin.app.platform.secret;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Base64;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class FreshSecretTest {

    @Test
    void it_has_256_bits_fits_into_an_address_and_never_comes_twice() {
        List<String> some = Stream.generate(FreshSecret::make).limit(1000).toList();
        assertThat(some).doesNotHaveDuplicates().allSatisfy(s -> {
            assertThat(s).matches("[A-Za-z0-9_-]+");
            assertThat(Base64.getUrlDecoder().decode(s)).hasSize(32);
        });
    }
}
