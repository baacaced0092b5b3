package plainsieve.house;

import static java.util.Map.entry;
import static org.assertj.core.api.Assertions.assertThat;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Size limits of files, methods, constructors and records. ESLint enforces those of the front end. */
@Tag("structure")
class SizesTest {
    private static final int LINES_OF_A_FILE = 350;
    private static final long FILES_OF_A_FOLDER = 25;
    private static final int LINES_OF_A_METHOD = 40;
    private static final int PARAMETERS = 5;
    private static final int FIELDS_OF_A_RECORD = 8;

    /** Records with more fields, and why. */
    private static final Map<String, String> WIDE_RECORDS = Map.ofEntries(
            entry("plainsieve.core.parameter.ParameterDefinition", "nine facets of one parameter, each a record"),
            entry("plainsieve.core.question.ParameterLabels", "what a sentence says of a parameter, nothing nested"),
            entry(
                    "plainsieve.core.sql.ParsedQuery",
                    "all that one reading of a text finds; each rule reads some of it"),
            entry("plainsieve.core.statement.Placement", "three spans and what was done there"),
            entry("plainsieve.demo.Crossing", "one row of a table"),
            entry("plainsieve.server.records.sent.SentRow", "one row of a table"),
            entry("plainsieve.server.records.jobs.JobRow", "one row of a table"),
            entry("plainsieve.files.forms.DeliveryForm", "the form of a delivery, one field for each key"),
            entry("plainsieve.server.api.operator.PersonBody", "JSON of the API"),
            entry("plainsieve.server.records.jobs.EmailRow", "one row of a table"),
            entry("plainsieve.server.records.access.ApiKeyRow", "one row of a table"),
            entry("plainsieve.server.records.access.SignedLinkRow", "one row of a table"),
            entry("plainsieve.server.records.sent.SentFilter", "one field for each thing that Sent is narrowed by"),
            entry("plainsieve.files.forms.ParameterForm", "flat, so that edits are merged field by field"),
            entry("plainsieve.files.forms.ReportForm", "the form of a report, one field for each key"),
            entry("plainsieve.files.forms.ViewForm", "the form of every kind of view"),
            entry("plainsieve.server.api.author.queries.NoticeBody", "JSON of the API"),
            entry("plainsieve.server.api.author.SentStatementBody", "JSON of the API"),
            entry("plainsieve.server.api.author.SourceBody", "JSON of the API"),
            entry("plainsieve.server.body.ProblemBody", "JSON of the API"),
            entry("plainsieve.server.body.ReportBody", "JSON of the API"),
            entry("plainsieve.server.body.QuestionBody", "JSON of the API"),
            entry("plainsieve.server.body.ViewRun", "JSON of the API"),
            entry("plainsieve.server.body.PlacementEvidenceBody", "JSON of the API"),
            entry("plainsieve.server.body.ViewBody", "JSON of the API"),
            entry("plainsieve.server.http.results.Done", "JSON of the API"),
            entry("plainsieve.server.api.operator.NewSource", "JSON of the API"),
            entry("plainsieve.server.results.evidence.PlacementEvidence", "one verdict as the records keep it, flat"),
            entry("plainsieve.server.results.rehearsal.RehearsalCase", "JSON of the API"),
            entry("plainsieve.sources.Table", "what a catalog reports of a table"),
            entry("plainsieve.server.runtime.settings.Settings", "one field for each setting of the server"));

    private static final SourceTrees ALL = SourceTrees.withTests();

    @Test
    void filesAreShort() {
        List<String> tooLong = ALL.files().stream()
                .filter(file -> ALL.linesOf(file) > LINES_OF_A_FILE)
                .map(file -> SourceTrees.nameOf(file) + ": " + ALL.linesOf(file) + " lines")
                .toList();
        assertThat(tooLong).isEmpty();
    }

    @Test
    void foldersHaveFewFiles() {
        Map<String, Long> files = SourceTrees.ofTheProduct().files().stream()
                .map(SourceTrees::packageOf)
                .filter(folder -> !folder.equals("plainsieve.bench"))
                .collect(Collectors.groupingBy(folder -> folder, Collectors.counting()));
        assertThat(files)
                .allSatisfy((folder, count) -> assertThat(count).as(folder).isLessThanOrEqualTo(FILES_OF_A_FOLDER));
    }

    @Test
    void methodsAreShort() {
        List<String> tooLong = new ArrayList<>();
        eachMethod((file, type, method) -> {
            long lines = method.getBody() == null ? 0 : ALL.linesOf(file, method.getBody());
            if (lines > LINES_OF_A_METHOD) {
                tooLong.add(describe(file, type, method) + ": " + lines + " lines");
            }
        });
        assertThat(tooLong).isEmpty();
    }

    @Test
    void methodsAndConstructorsTakeFewParameters() {
        List<String> tooMany = new ArrayList<>();
        eachMethod((file, type, method) -> {
            boolean ofRecord =
                    type.getKind() == Tree.Kind.RECORD && method.getName().contentEquals("<init>");
            if (!ofRecord && !areImposed(method) && method.getParameters().size() > PARAMETERS) {
                tooMany.add(describe(file, type, method) + ": "
                        + method.getParameters().size() + " parameters");
            }
        });
        assertThat(tooMany).isEmpty();
    }

    /* Those of a route are the parts of a request, bound by name, and those of an override are declared elsewhere. */
    private static boolean areImposed(MethodTree method) {
        return method.getModifiers().getAnnotations().stream()
                .map(annotation -> annotation.getAnnotationType().toString())
                .anyMatch(name -> name.endsWith("Mapping") || name.equals("Override"));
    }

    @Test
    void recordsHaveFewFieldsOrAReason() {
        Set<String> wide = new TreeSet<>();
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitClass(ClassTree type, Void nothing) {
                if (type.getKind() == Tree.Kind.RECORD && fieldsOf(type) > FIELDS_OF_A_RECORD) {
                    wide.add(SourceTrees.packageOf(getCurrentPath().getCompilationUnit()) + "." + type.getSimpleName());
                }
                return super.visitClass(type, nothing);
            }
        }.scan(ALL.files(), null);
        assertThat(wide).containsExactlyInAnyOrderElementsOf(WIDE_RECORDS.keySet());
    }

    private static long fieldsOf(ClassTree type) {
        return type.getMembers().stream()
                .filter(member -> member instanceof VariableTree field
                        && !field.getModifiers().getFlags().contains(Modifier.STATIC))
                .count();
    }

    private interface MethodVisit {
        void of(CompilationUnitTree file, ClassTree type, MethodTree method);
    }

    private static void eachMethod(MethodVisit visit) {
        new TreePathScanner<Void, Void>() {
            @Override
            public Void visitMethod(MethodTree method, Void nothing) {
                TreePath path = getCurrentPath();
                if (path.getParentPath().getLeaf() instanceof ClassTree type) {
                    visit.of(path.getCompilationUnit(), type, method);
                }
                return super.visitMethod(method, nothing);
            }
        }.scan(ALL.files(), null);
    }

    private static String describe(CompilationUnitTree file, ClassTree type, MethodTree method) {
        return SourceTrees.nameOf(file) + " " + type.getSimpleName() + "." + method.getName();
    }
}
