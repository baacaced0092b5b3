package plainsieve.house;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.util.TreeScanner;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Imports point down: each package may import only packages listed before it. */
@Tag("structure")
class PackageOrderTest {
    private static final List<String> FROM_THE_FOUNDATION_UP = List.of(
            "plainsieve.core.value",
            "plainsieve.core.dialect",
            "plainsieve.core.parameter",
            "plainsieve.core.question",
            "plainsieve.core.rehearsal",
            "plainsieve.core.sql.lexer",
            "plainsieve.core.sql",
            "plainsieve.core.statement",
            "plainsieve.core.catalog",
            "plainsieve.core.request",
            "plainsieve.core.request.odata",
            "plainsieve.core.federation",
            "plainsieve.core.evidence",
            "plainsieve.core.rewrite.edit",
            "plainsieve.core.rewrite.filter",
            "plainsieve.core.hardcoded",
            "plainsieve.core.rewrite.rule",
            "plainsieve.core.rewrite",
            "plainsieve.core.pushdown",
            "plainsieve.core.notice",
            "plainsieve.core.view",
            "plainsieve.core.sentence",
            "plainsieve.core.sentence.parameter",
            "plainsieve.core.steps.model",
            "plainsieve.core.steps.parse",
            "plainsieve.core.steps.compile.block",
            "plainsieve.core.steps.compile",
            "plainsieve.core.steps.federated",
            "plainsieve.core.steps.convert",
            "plainsieve.core.steps.assist",
            "plainsieve.files.forms",
            "plainsieve.files",
            "plainsieve.cli",
            "plainsieve.sources",
            "plainsieve.sources.threads",
            "plainsieve.sources.jdbc.vendor",
            "plainsieve.sources.jdbc",
            "plainsieve.sources.engine",
            "plainsieve.sources.files",
            "plainsieve.sources.web",
            "plainsieve.sources.federation",
            "plainsieve.demo",
            "plainsieve.server.people",
            "plainsieve.server.runtime.settings",
            "plainsieve.server.runtime.execution",
            "plainsieve.server.runtime.spool",
            "plainsieve.server.records",
            "plainsieve.server.records.access",
            "plainsieve.server.records.sent",
            "plainsieve.server.records.jobs",
            "plainsieve.server.records.definitions",
            "plainsieve.server.definitions.model",
            "plainsieve.server.definitions.forms",
            "plainsieve.server.definitions.project",
            "plainsieve.server.definitions.edits",
            "plainsieve.server.access.security",
            "plainsieve.server.access.openid",
            "plainsieve.server.access.accounts",
            "plainsieve.server.sources.sent",
            "plainsieve.server.sources",
            "plainsieve.server.sources.lists",
            "plainsieve.server.results.evidence",
            "plainsieve.server.results.runs",
            "plainsieve.server.results.downloads",
            "plainsieve.server.results.rehearsal",
            "plainsieve.server.body",
            "plainsieve.server.editing.assist",
            "plainsieve.server.editing.refactoring",
            "plainsieve.server.editing.transfer",
            "plainsieve.server.editing.folder",
            "plainsieve.server.editing.editor",
            "plainsieve.server.editing.revisions",
            "plainsieve.server.jobs.schedules",
            "plainsieve.server.jobs.mail",
            "plainsieve.server.jobs.reportmail",
            "plainsieve.server.jobs",
            "plainsieve.server.jobs.copies",
            "plainsieve.server.jobs.deliveries",
            "plainsieve.server.http.context",
            "plainsieve.server.http.results",
            "plainsieve.server.http.reportpage",
            "plainsieve.server.http.warmup",
            "plainsieve.server.http",
            "plainsieve.server.api.viewer",
            "plainsieve.server.api.account",
            "plainsieve.server.api.operator",
            "plainsieve.server.api.author",
            "plainsieve.server.api.author.queries",
            "plainsieve.server.api.author.reports",
            "plainsieve.server.api.author.live",
            "plainsieve.server",
            "plainsieve.server.demo",
            "plainsieve.bench");

    private static final Pattern NAME_OF_A_TYPE = Pattern.compile("(plainsieve(?:\\.[a-z]\\w*)*)\\.[A-Z*]");

    private static final SourceTrees PRODUCT = SourceTrees.ofTheProduct();

    @Test
    void everyPackageIsOrdered() {
        Set<String> packages = new TreeSet<>();
        PRODUCT.files().forEach(file -> packages.add(SourceTrees.packageOf(file)));
        assertThat(packages).containsExactlyInAnyOrderElementsOf(FROM_THE_FOUNDATION_UP);
    }

    @Test
    void importsPointDown() {
        List<String> upwards = new ArrayList<>();
        for (CompilationUnitTree file : PRODUCT.files()) {
            int place = FROM_THE_FOUNDATION_UP.indexOf(SourceTrees.packageOf(file));
            for (String used : packagesUsedBy(file)) {
                if (FROM_THE_FOUNDATION_UP.indexOf(used) > place) {
                    upwards.add(SourceTrees.nameOf(file) + " uses " + used);
                }
            }
        }
        assertThat(upwards).isEmpty();
    }

    /** Imports, including static ones, and qualified names. */
    private static Set<String> packagesUsedBy(CompilationUnitTree file) {
        Set<String> used = new HashSet<>();
        new TreeScanner<Void, Void>() {
            @Override
            public Void visitMemberSelect(MemberSelectTree node, Void nothing) {
                packageOfTypeIn(node.toString()).ifPresent(used::add);
                return super.visitMemberSelect(node, nothing);
            }
        }.scan(file, null);
        return used;
    }

    /** {@code plainsieve.core.value.Span.of} → {@code plainsieve.core.value}; empty for a name without a type. */
    private static Optional<String> packageOfTypeIn(String name) {
        Matcher type = NAME_OF_A_TYPE.matcher(name);
        return type.lookingAt() ? Optional.of(type.group(1)) : Optional.empty();
    }
}
