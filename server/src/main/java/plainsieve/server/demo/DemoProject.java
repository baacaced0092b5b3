package plainsieve.server.demo;

import plainsieve.core.dialect.Dialects;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;
import plainsieve.files.ProjectYaml;
import plainsieve.server.project.ProjectTransfer;
import plainsieve.server.sources.SourceRegistry;
import plainsieve.sources.SourceSettings;

/** The demo's parameters, lists, queries and reports: project files like anyone's, brought in as anyone's are. */
@Component
class DemoProject {
    private final SourceRegistry sources;
    private final ProjectTransfer transfer;

    DemoProject(SourceRegistry sources, ProjectTransfer transfer) {
        this.sources = sources;
        this.transfer = transfer;
    }

    /** Adds the embedded source with its parameters, lists and reports: all of it or nothing. */
    @Transactional
    public void addFerries(SourceSettings settings) {
        sources.add(settings);
        bringIn(text("ferries.yaml"), Map.of());
        addLateCrossings("", settings, "for harbour offices");
    }

    /** Adds a further source with its report: all of it or nothing. */
    @Transactional
    public void addServer(SourceSettings settings, String suffix, String audience) {
        sources.add(settings);
        addLateCrossings(suffix, settings, audience);
    }

    private void addLateCrossings(String suffix, SourceSettings settings, String audience) {
        String dayAfter = Dialects.of(settings.kind().dialect()).dayAfter(":to");
        String yaml = text("late.yaml")
                .replace("@id@", suffix.replace(' ', '-'))
                .replace("@suffix@", suffix)
                .replace("@source@", settings.id())
                .replace("@audience@", audience);
        String file = "late-crossings.sql";
        bringIn(yaml, Map.of(file, text(file).replace("@day-after-to@", dayAfter)));
    }

    private void bringIn(String yaml, Map<String, String> madeTexts) {
        ProjectFile project = ProjectYaml.read(yaml, "The demo");
        Map<String, String> texts = new HashMap<>(madeTexts);
        project.queries().forEach(query -> texts.computeIfAbsent(query.file(), DemoProject::text));
        transfer.in(new ProjectFolder(project, texts));
    }

    private static String text(String file) {
        try (InputStream in = new ClassPathResource("demo/" + file).getInputStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8).stripTrailing();
        } catch (IOException e) {
            throw new UncheckedIOException("The demo's " + file + " is not in this program", e);
        }
    }
}
