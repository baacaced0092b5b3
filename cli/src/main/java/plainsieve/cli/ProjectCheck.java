package plainsieve.cli;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.notice.Notice;
import plainsieve.core.notice.Notices;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ViewContent;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;
import plainsieve.files.forms.CopyForm;
import plainsieve.files.forms.ParameterForm;
import plainsieve.files.forms.ReportForm;

/** Every problem of a project that can be found without its databases. */
final class ProjectCheck {
    private final ProjectFolder folder;
    private final ProjectFile file;
    private final Map<String, Parameter> parameters = new LinkedHashMap<>();
    private final LocalDate today;
    private final Map<String, ChoiceText> defaults = new LinkedHashMap<>();
    private final Set<String> used = new LinkedHashSet<>();
    private final List<Finding> findings = new ArrayList<>();

    private ProjectCheck(ProjectFolder folder, LocalDate today) {
        this.today = today;
        this.folder = folder;
        this.file = folder.file();
    }

    /** @param where the file, with line and column if known */
    record Finding(boolean error, String where, String message, String advice) {
        String inWords() {
            return where + ": " + (error ? "error: " : "notice: ") + message + " " + advice;
        }
    }

    /** @param today the day that formulas work from */
    static List<Finding> of(ProjectFolder folder, LocalDate today) {
        ProjectCheck check = new ProjectCheck(folder, today);
        check.file.parameters().forEach(check::parameter);
        check.formulas();
        check.file.queries().forEach(check::query);
        check.file.reports().forEach(check::report);
        check.file.drafts().forEach(check::report);
        Notices.unused(check.parameters.keySet(), check.used)
                .forEach(notice -> check.add(false, ProjectFolder.NAME, notice.message(), notice.advice()));
        return check.findings;
    }

    private void add(boolean error, String where, String message, String advice) {
        findings.add(new Finding(error, where, message, advice));
    }

    private void problems(String where, List<Problem> problems) {
        problems.forEach(problem -> add(true, at(where, problem), problem.message(), problem.advice()));
    }

    private static String at(String where, Problem problem) {
        return problem.place()
                .map(location -> where + ":" + location.line() + ":" + location.column())
                .orElse(where);
    }

    private void parameter(ParameterForm entry) {
        try {
            Parameter parameter = entry.toParameter();
            if (parameters.put(entry.name(), parameter) != null) {
                add(true, ProjectFolder.NAME, ":%s is defined twice.".formatted(entry.name()), "Keep one of the two.");
            }
            boolean mayBeBlank = entry.fixedDefault().kind() == ChoiceText.Kind.BLANK;
            if (!mayBeBlank) {
                ChoiceReader.readAll(Map.of(entry.name(), parameter), Map.of(entry.name(), entry.fixedDefault()));
            }
        } catch (ProblemException e) {
            problems(ProjectFolder.NAME, e.problems());
        }
        if (!entry.list().query().isEmpty()) {
            known("query", entry.list().query(), queryIds(), "the list of :" + entry.name());
        }
    }

    private void formulas() {
        try {
            defaults.putAll(new FormulaEvaluator(file.parameters(), parameters, today).workOut(Map.of()));
        } catch (ProblemException e) {
            problems(ProjectFolder.NAME, e.problems());
            file.parameters().forEach(entry -> defaults.put(entry.name(), entry.fixedDefault()));
        }
        file.parameters().stream()
                .flatMap(entry -> Stream.of(entry.formula(), entry.start().formula()))
                .forEach(this::usedIn);
    }

    private void usedIn(String formula) {
        try {
            used.addAll(formula.isEmpty() ? Set.of() : Formula.read(formula).parameters());
        } catch (ProblemException e) {
            // Reported already, where the formulas are worked out.
        }
    }

    private List<String> queryIds() {
        return file.queries().stream().map(ProjectFile.QueryEntry::id).toList();
    }

    private void known(String what, String id, List<String> ids, String user) {
        if (!ids.contains(id)) {
            add(
                    true,
                    ProjectFolder.NAME,
                    "%s “%s”, used by %s, does not exist.".formatted(what, id, user),
                    NearestName.of(id, ids)
                            .map("Did you mean “%s”?"::formatted)
                            .orElse("Add it, or correct the name."));
        }
    }

    private void query(ProjectFile.QueryEntry query) {
        List<String> sourceIds =
                file.sources().stream().map(ProjectFile.SourceEntry::id).toList();
        known("source", query.source(), sourceIds, "query “" + query.id() + "”");
        if (!query.sourceParameter().isEmpty()) {
            known("parameter", query.sourceParameter(), List.copyOf(parameters.keySet()), "query “" + query.id() + "”");
            used.add(query.sourceParameter());
        }
        if (!query.storedCopy().isEmpty()) {
            List<String> copies = folder.beside().copies().copies().stream()
                    .filter(copy -> copy.query().equals(query.id()))
                    .map(CopyForm::id)
                    .toList();
            known("stored copy of it", query.storedCopy(), copies, "query “" + query.id() + "”");
            if (query.cacheSeconds() > 0) {
                add(
                        false,
                        ProjectFolder.NAME,
                        "“%s” reads a stored copy, so its results cannot also be cached.".formatted(query.id()),
                        "Use either stored-copy or cache-seconds.");
            }
        }
        file.sources().stream()
                .filter(source -> source.id().equals(query.source()))
                .findFirst()
                .ifPresent(source -> text(query, source.dialect()));
    }

    private void text(ProjectFile.QueryEntry query, String dialectName) {
        String path = query.file();
        try {
            Dialect dialect = RewriteSession.dialect(dialectName);
            text(
                    path,
                    QueryTexts.of(folder.texts().get(path), dialect, FileSchemaContext.of(folder, query.source())),
                    dialect);
        } catch (ProblemException e) {
            problems(path, e.problems());
        }
    }

    private void text(String path, QueryTexts text, Dialect dialect) {
        try {
            PreparedQuery prepared = text.prepared(dialect);
            used.addAll(prepared.parameterNames());
            for (Notice notice : Notices.of(prepared.query(), prepared.dialect(), parameters, ColumnFacts.none())) {
                String where = text.place(notice.place())
                        .map(location -> path + ":" + location.line() + ":" + location.column())
                        .orElse(path);
                add(notice.blocks(), where, notice.message(), notice.advice());
            }
            rewrite(prepared, defaults, path);
            rewrite(prepared, allBlank(), path);
        } catch (ProblemException e) {
            problems(path, text.placed(e.problems()));
        }
    }

    /** Every parameter that may be blank is; the others keep their defaults. */
    private Map<String, ChoiceText> allBlank() {
        Map<String, ChoiceText> blank = new LinkedHashMap<>();
        file.parameters().stream()
                .filter(entry -> entry.formula().isEmpty())
                .forEach(entry -> blank.put(
                        entry.name(),
                        parameters.get(entry.name()).blankRule() == BlankRule.NOT_ALLOWED
                                ? defaults.get(entry.name())
                                : ChoiceText.blank()));
        return new FormulaEvaluator(file.parameters(), parameters, today).workOut(blank);
    }

    private void rewrite(PreparedQuery query, Map<String, ChoiceText> choices, String path) {
        Map<String, Parameter> needed = new LinkedHashMap<>(parameters);
        needed.keySet().retainAll(query.parameterNames());
        boolean incomplete = needed.values().stream()
                .anyMatch(parameter -> parameter.blankRule() == BlankRule.NOT_ALLOWED
                        && choices.get(parameter.name()).kind() == ChoiceText.Kind.BLANK);
        if (incomplete) {
            return;
        }
        Map<String, ChoiceText> texts = new LinkedHashMap<>(choices);
        texts.keySet().retainAll(needed.keySet());
        Map<String, Choice> chosen = ChoiceReader.readAll(needed, texts);
        query.rewrite(new Choices(parameters, chosen), ResultShape.allRows(), Statement.NO_CAP);
    }

    private void report(ReportForm report) {
        String user = "report “" + report.id() + "”";
        List<String> names = List.copyOf(parameters.keySet());
        report.controls().forEach(control -> control.parameters().forEach(name -> {
            known("parameter", name, names, user);
            used.add(name);
        }));
        report.views().forEach(view -> {
            if (view.kind() != ViewContent.Kind.TEXT) {
                known("query", view.query(), queryIds(), user);
            }
            if (!view.limitParameter().isEmpty()) {
                known("parameter", view.limitParameter(), names, user);
                used.add(view.limitParameter());
            }
        });
    }
}
