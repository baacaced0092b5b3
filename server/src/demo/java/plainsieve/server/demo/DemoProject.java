package plainsieve.server.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.core.io.ClassPathResource;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.files.CompanionFiles;
import plainsieve.files.CopiesFile;
import plainsieve.files.DeliveriesFile;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;
import plainsieve.files.ProjectYaml;
import plainsieve.files.StagesFile;
import plainsieve.server.definitions.edits.ProjectEdits;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.transfer.ProjectTransfer;
import plainsieve.server.sources.SourceEdits;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** The demo's parameters, lists, queries and reports: project files that are imported like others. */
class DemoProject {
    private static final String TOGETHER = "weather-and-tides";
    private static final String OFFICES = "harbour-offices";
    private static final String ISLANDS = "Island offices";
    private static final String NAME = "Hethra Sound Ferries";

    private final Projects projects;
    private final ProjectEdits edits;
    private final SourceEdits sources;
    private final ProjectTransfer transfer;

    DemoProject(Projects projects, ProjectEdits edits, SourceEdits sources, ProjectTransfer transfer) {
        this.projects = projects;
        this.edits = edits;
        this.sources = sources;
        this.transfer = transfer;
    }

    /** Adds the embedded source with its parameters, lists and reports: all of it or nothing. */
    @Transactional
    public void addFerries(SourceAccess source) {
        String project = project();
        sources.add(source);
        importFile(project, text("ferries.yaml"), Map.of());
        addLateCrossings(project, "", source, "for harbour offices");
        importFile(project, text("watch.yaml"), Map.of());
        importFile(project, "kept.yaml", StagesFile.NAME, CopiesFile.NAME);
    }

    /** Adds recipients of deliveries after the deliveries: everything or nothing. */
    @Transactional
    public void addDeliveries() {
        Project first = projects.first();
        if (first.hasReport("weather") && first.hasReport("late-crossings") && !first.hasQuery(OFFICES)) {
            importFile(first.id(), "mail.yaml", DeliveriesFile.NAME);
        }
    }

    /** @param beside companion files of the project */
    private void importFile(String projectId, String yaml, String... beside) {
        ProjectFile file = ProjectYaml.read(text(yaml), "The demo");
        Map<String, String> texts = new HashMap<>();
        file.queries().forEach(query -> texts.put(query.file(), text(query.file())));
        Map<String, String> others = new HashMap<>();
        Arrays.stream(beside).forEach(name -> others.put(name, text(name)));
        transfer.importFiles(
                projectId,
                new ProjectFolder(file, texts, CompanionFiles.read(others)),
                ProjectTransfer.MissingSources.ADD);
    }

    /** Adds a folder of files with its report: all of it or nothing. */
    @Transactional
    public void addFiles(SourceAccess source) {
        sources.add(source);
        importFile(project(), text("office.yaml"), Map.of());
    }

    /** Adds a service with its report: all of it or nothing. */
    @Transactional
    public void addService(SourceAccess source) {
        sources.add(source);
        importFile(project(), text(source.id() + ".yaml"), Map.of());
    }

    /** Adds the report on several sources after all of them exist: everything or nothing. */
    @Transactional
    public void addTogether() {
        Project first = projects.first();
        boolean all = first.sources().keySet().containsAll(Set.of("ferries", "office", "tides"));
        if (all && !first.hasReport(TOGETHER)) {
            importFile(project(), text(TOGETHER + ".yaml"), Map.of());
        }
    }

    /** Adds the project of the island offices, which share the sources; does nothing if it exists. @return its ID */
    @Transactional
    public String addIslands() {
        Optional<Project> there = projects.all().stream()
                .filter(project -> project.name().equals(ISLANDS))
                .findFirst();
        if (there.isPresent()) {
            return there.get().id();
        }
        String id = edits.add(ISLANDS).id();
        importFile(id, text("islands.yaml"), Map.of());
        return id;
    }

    /** Adds a further source with its report: all of it or nothing. */
    @Transactional
    public void addServer(SourceAccess source, String suffix, String audience) {
        sources.add(source);
        addLateCrossings(project(), suffix, source, audience);
    }

    /** Reaches a source of the demo this way from now on, if it is still reached as an earlier program did. */
    void connect(SourceAccess source, SourceSettings before) {
        if (projects.first().source(source.id()).equals(before)) {
            sources.change(source, Optional.empty());
        }
    }

    /** The ID of the initial project. */
    String first() {
        return projects.first().id();
    }

    boolean hasSource(String id) {
        return projects.first().sources().containsKey(id);
    }

    /** The demo project: the only one; renamed after the ferries while it is empty. */
    private String project() {
        Project first = projects.first();
        if (first.queries().isEmpty() && first.parameters().isEmpty()) {
            edits.rename(first, NAME);
        }
        return first.id();
    }

    private void addLateCrossings(String project, String suffix, SourceAccess source, String audience) {
        String dayAfter = source.settings().dialect().dayAfter(":to");
        String yaml = text("late.yaml")
                .replace("@id@", suffix.replace(' ', '-'))
                .replace("@suffix@", suffix)
                .replace("@source@", source.id())
                .replace("@audience@", audience);
        String file = "late-crossings.sql";
        importFile(project, yaml, Map.of(file, text(file).replace("@day-after-to@", dayAfter)));
    }

    private void importFile(String projectId, String yaml, Map<String, String> madeTexts) {
        ProjectFile project = ProjectYaml.read(yaml, "The demo");
        Map<String, String> texts = new HashMap<>(madeTexts);
        project.queries().forEach(query -> texts.computeIfAbsent(query.file(), DemoProject::text));
        transfer.importFiles(projectId, new ProjectFolder(project, texts), ProjectTransfer.MissingSources.ADD);
    }

    private static String text(String file) {
        try (InputStream in = new ClassPathResource("demo/" + file).getInputStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).stripTrailing();
        } catch (IOException e) {
            throw new UncheckedIOException("The demo's " + file + " is not in this program", e);
        }
    }
}
