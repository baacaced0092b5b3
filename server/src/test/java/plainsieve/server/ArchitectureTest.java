package plainsieve.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.Test;

/** Imports point downwards only: server to sources to core; inside core: rewrite to sql, dialect, parameter, to value. */
class ArchitectureTest {
    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("plainsieve");

    @Test
    void coreKnowsNoFrameworkNoDatabaseAndNoScreen() {
        noClasses()
                .that()
                .resideInAPackage("plainsieve.core..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "org.springframework..",
                        "java.sql..",
                        "javax.sql..",
                        "java.net..",
                        "java.nio.file..",
                        "java.io.File..",
                        "tools.jackson..",
                        "plainsieve.sources..",
                        "plainsieve.server..",
                        "plainsieve.demo..")
                .check(ALL);
    }

    @Test
    void coreReadsNoClock() {
        noClasses()
                .that()
                .resideInAPackage("plainsieve.core..")
                .should()
                .callMethod(java.time.LocalDate.class, "now")
                .orShould()
                .callMethod(java.time.Instant.class, "now")
                .orShould()
                .callMethod(System.class, "currentTimeMillis")
                .check(ALL);
    }

    @Test
    void sourcesKnowNoServer() {
        noClasses()
                .that()
                .resideInAPackage("plainsieve.sources..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage("plainsieve.server..", "org.springframework..", "plainsieve.demo..")
                .check(ALL);
    }

    @Test
    void insideCoreImportsPointDownwards() {
        noClasses()
                .that()
                .resideInAnyPackage("plainsieve.core.value..")
                .should()
                .dependOnClassesThat()
                .resideInAnyPackage(
                        "plainsieve.core.parameter..",
                        "plainsieve.core.sql..",
                        "plainsieve.core.dialect..",
                        "plainsieve.core.rewrite..")
                .check(ALL);
        noClasses()
                .that()
                .resideInAnyPackage("plainsieve.core.sql..", "plainsieve.core.dialect..", "plainsieve.core.parameter..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("plainsieve.core.rewrite..")
                .check(ALL);
    }

    @Test
    void recordsKnowNothingOfTheApi() {
        noClasses()
                .that()
                .resideInAnyPackage(
                        "plainsieve.server.records..", "plainsieve.server.project..", "plainsieve.server.runs..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("plainsieve.server.api..")
                .check(ALL);
    }

    @Test
    void thereAreNoCircles() {
        slices().matching("plainsieve.core.(*)..").should().beFreeOfCycles().check(ALL);
        slices().matching("plainsieve.server.(*)..").should().beFreeOfCycles().check(ALL);
    }
}
