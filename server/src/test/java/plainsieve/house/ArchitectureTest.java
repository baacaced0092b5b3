package plainsieve.house;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.util.Set;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.sources.Source;

/** Rules beyond the order of packages: who may use frameworks, who queries sources, and where routes are defined. */
@Tag("structure")
class ArchitectureTest {
    private static final String THE_ONE_SENDER = "plainsieve.server.sources.StatementSender";

    private static final Set<String> OPENING_AND_CLOSING = Set.of("<init>", "close");

    private static final JavaClasses ALL = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("plainsieve");

    @Test
    void coreHasNoFrameworkDatabaseOrInterface() {
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
                        "tools.jackson..")
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
    void sourcesHaveNoFramework() {
        noClasses()
                .that()
                .resideInAPackage("plainsieve.sources..")
                .should()
                .dependOnClassesThat()
                .resideInAPackage("org.springframework..")
                .check(ALL);
    }

    /** All statements to sources pass through one place, where they are limited, cancellable and logged. */
    @Test
    void oneClassQueriesSources() {
        classes()
                .that()
                .resideInAPackage("plainsieve.server..")
                .and()
                .doNotHaveFullyQualifiedName(THE_ONE_SENDER)
                .should(notAskASource())
                .check(ALL);
    }

    private static ArchCondition<JavaClass> notAskASource() {
        return new ArchCondition<>("not ask a source") {
            @Override
            public void check(JavaClass type, ConditionEvents events) {
                type.getCodeUnitAccessesFromSelf().stream()
                        .filter(call -> call.getTargetOwner().isAssignableTo(Source.class))
                        .filter(call -> !OPENING_AND_CLOSING.contains(call.getName()))
                        .filter(call -> !call.getOriginOwner().getName().startsWith(THE_ONE_SENDER))
                        .forEach(call -> events.add(SimpleConditionEvent.violated(type, call.getDescription())));
            }
        };
    }

    @Test
    void everyRouteIsInThePackageOfItsRole() {
        classes()
                .that()
                .areAnnotatedWith(RestController.class)
                .should(lieInTheRoomOfTheirRole())
                .check(ALL);
    }

    private static ArchCondition<JavaClass> lieInTheRoomOfTheirRole() {
        return new ArchCondition<>("lie in the package of the role that may use them") {
            @Override
            public void check(JavaClass type, ConditionEvents events) {
                String room = type.tryGetAnnotationOfType(RequiredRole.class)
                        .map(requiredRole ->
                                "plainsieve.server.api." + requiredRole.value().word())
                        .orElse("a package of a role, with @Route");
                boolean own = room.endsWith(".viewer") && type.getPackageName().equals("plainsieve.server.api.account");
                String place = type.getPackageName();
                if (!place.equals(room) && !place.startsWith(room + ".") && !own) {
                    events.add(SimpleConditionEvent.violated(type, type.getName() + " must lie in " + room));
                }
            }
        };
    }
}
