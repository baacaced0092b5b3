package plainsieve.server.definitions.forms;

import java.time.Duration;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.files.forms.DefaultForm;
import plainsieve.files.forms.StageForm;
import plainsieve.server.definitions.model.Stage;

/** Converts stages to forms and back. */
public final class StageForms {
    private StageForms() {}

    public static StageForm form(Stage stage) {
        OptionalLong rows = stage.limits().rows();
        return new StageForm(
                stage.name(),
                DefaultForm.of(stage.values()),
                stage.sources(),
                rows.isPresent() ? rows.getAsLong() : null,
                stage.limits()
                        .longest()
                        .map(longest -> Math.toIntExact(longest.toSeconds()))
                        .orElse(null),
                stage.version());
    }

    public static Stage stage(StageForm form) {
        return new Stage(
                form.name(),
                DefaultForm.toDefinitions(form.defaults()),
                form.sources(),
                new Stage.Limits(
                        form.rowLimit() == null ? OptionalLong.empty() : OptionalLong.of(form.rowLimit()),
                        Optional.ofNullable(form.timeoutSeconds()).map(Duration::ofSeconds)),
                form.version());
    }
}
