package org.pelerin.app.review.compare;

import java.util.List;
import java.util.regex.Matcher;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What is compared are missions and spots; what is subtracted are channels of missions. */
@Configuration
class CompareRights {

    @Bean
    OfSites comparedAtSites(@Qualifier("missionsAtSites") OfSites missions, @Qualifier("spotsAtSites") OfSites spots) {
        return new OfSites.Named(List.of(), List.of("/compare?s"), key -> {
            Matcher m = Compared.KEY.matcher(key);
            // what is no key is not looked up either
            return !m.matches() ? OfSites.Where.NOWHERE : (m.group(1).equals("m") ? missions : spots).of(m.group(2));
        });
    }

    @Bean
    OfSites subtractedAtSites(@Qualifier("missionsAtSites") OfSites missions) {
        return new OfSites.Named(
                List.of(),
                List.of("/compare/difference?a", "/compare/difference?b"),
                operand -> missions.of(operand.split(":", 2)[0]));
    }
}
