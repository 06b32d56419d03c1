package org.pelerin.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import java.time.Clock;
import java.time.Instant;

@AnalyzeClasses(packages = "org.pelerin.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule needs_only_the_platform_and_four_small_libraries = classes()
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(
                    "java..",
                    "org.threeten.extra..",
                    "de.siegmar.fastcsv..",
                    "tools.jackson..",
                    "com.fasterxml.jackson.annotation..",
                    "com.ibm.icu.text..",
                    "org.pelerin.core..");

    @ArchTest
    static final ArchRule has_no_cycles =
            slices().matching("org.pelerin.core.(*)..").should().beFreeOfCycles();

    @ArchTest
    static final ArchRule never_reads_a_clock = noClasses()
            .should()
            .callMethod(Instant.class, "now")
            .orShould()
            .callMethod(System.class, "currentTimeMillis")
            .orShould()
            .callMethod(Clock.class, "systemUTC");
}
