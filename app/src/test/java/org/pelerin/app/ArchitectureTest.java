package org.pelerin.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import org.apache.ibatis.annotations.Mapper;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.transaction.annotation.Transactional;

@AnalyzeClasses(packages = "org.pelerin", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule rooms_have_no_cycles =
            slices().matching("org.pelerin.app.(**)").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule a_mapper_belongs_to_its_room =
            classes().that().areAnnotatedWith(Mapper.class).should().bePackagePrivate();

    @ArchTest
    static final ArchRule core_knows_none_of_us = noClasses()
            .that()
            .resideInAPackage("org.pelerin.core..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.pelerin.link..", "org.pelerin.yard..", "org.pelerin.app..");

    @ArchTest
    static final ArchRule link_knows_core_only = noClasses()
            .that()
            .resideInAPackage("org.pelerin.link..")
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("org.pelerin.yard..", "org.pelerin.app..");

    @ArchTest
    static final ArchRule the_yard_speaks_the_protocol_and_nothing_else_of_the_link = noClasses()
            .that()
            .resideInAPackage("org.pelerin.yard..")
            .should()
            .dependOnClassesThat(DescribedPredicate.describe(
                    "are of the link beyond frames, messages and carrier files, or of the application",
                    (JavaClass c) -> c.getPackageName().startsWith("org.pelerin.app")
                            || c.getPackageName().startsWith("org.pelerin.link")
                                    && !c.getPackageName().startsWith("org.pelerin.link.message")
                                    && !c.getPackageName().startsWith("org.pelerin.link.frame")
                                    && !c.getPackageName().startsWith("org.pelerin.link.carrier")));

    /** A judgement that is overtaken has a way of its own to begin again. */
    @ArchTest
    static final ArchRule whoever_changes_something_does_it_again_after_a_lost_deadlock = classes()
            .that(DescribedPredicate.describe(
                    "have transactions",
                    (JavaClass c) -> c.getMethods().stream().anyMatch(m -> m.isAnnotatedWith(Transactional.class))))
            .and()
            .doNotHaveSimpleName("Evaluation")
            .should()
            .beAnnotatedWith(RetriedOnDeadlock.class);

    @ArchTest
    static final ArchRule time_comes_from_the_injected_clock = noClasses()
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(LocalDate.class, "now")
            .orShould()
            .callMethod(LocalDateTime.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis");

    @ArchTest
    static final ArchRule system_clocks_are_made_in_two_places = noClasses()
            .that()
            .doNotHaveSimpleName("ClockConfig")
            .and()
            .doNotHaveSimpleName("Yard")
            .should()
            .callMethod(Clock.class, "systemUTC");
}
