package org.pelerin.app.findings.signing;

import java.time.Instant;
import java.util.Optional;
import org.pelerin.app.missions.SignedSince;
import org.springframework.stereotype.Component;

/** The first of the signatures that hold. */
@Component
class FirstSignature implements SignedSince {

    private final SignatureMapper mapper;

    FirstSignature(SignatureMapper mapper) {
        this.mapper = mapper;
    }

    @Override
    public Optional<Instant> of(long mission) {
        return Optional.ofNullable(mapper.firstHolding(mission));
    }
}
