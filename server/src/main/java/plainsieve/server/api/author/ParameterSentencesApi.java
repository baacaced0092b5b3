package plainsieve.server.api.author;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.parameter.ParameterSentence;
import plainsieve.core.sentence.parameter.ParameterSentenceParser;
import plainsieve.core.value.Type;
import plainsieve.files.forms.ParameterForm;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.SentenceBodies;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ParameterContexts;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Parameter sentences: options of a mark and the result of an edit. Saves nothing. */
@RestController
@RequestMapping("/api/v1/projects/{project}/parameters")
@RequiredRole(Role.AUTHOR)
class ParameterSentencesApi {
    private final ParameterContexts surroundings;

    ParameterSentencesApi(ParameterContexts surroundings) {
        this.surroundings = surroundings;
    }

    private ParameterSentence sentence(Project project, ParameterDefinition definition) {
        return new ParameterSentence(definition, surroundings.toChange(project, definition));
    }

    /** The options of a mark, with the losses of each. */
    @GetMapping("/{name}/options")
    List<SentenceBodies.OptionBody> listParameterOptions(
            Project project, @PathVariable String name, @RequestParam String mark) {
        return sentence(project, project.parameter(name)).offers(mark).stream()
                .map(SentenceBodies.OptionBody::of)
                .toList();
    }

    /** @param option the ID of an option, or typed text */
    record ParameterSentenceEdit(
            @NotNull(message = RequestLimits.MISSING) @Valid ParameterForm definition,
            @NotBlank(message = RequestLimits.MISSING) String mark,

            @NotNull(message = RequestLimits.MISSING) @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String option) {}

    /** @param lost losses of the conversion, one sentence each */
    record ConvertedParameterBody(ParameterForm definition, List<String> lost) {
        static ConvertedParameterBody of(ConvertedParameter convertedParameter) {
            return new ConvertedParameterBody(
                    ParameterForm.of(convertedParameter.parameter()), convertedParameter.lost());
        }
    }

    /** A definition with a changed mark. Saves nothing. */
    @PostMapping("/changed")
    ConvertedParameterBody editParameterSentence(Project project, @Valid @RequestBody ParameterSentenceEdit body) {
        ParameterDefinition seen = body.definition().toDefinition();
        return ConvertedParameterBody.of(sentence(project, seen).with(body.mark(), body.option()));
    }

    record ParameterSentenceText(
            @NotBlank(message = RequestLimits.MISSING)
            @Size(max = RequestLimits.WORDS, message = RequestLimits.TOO_LONG)
            String sentence) {}

    /** Parses a typed parameter sentence. Saves nothing. */
    @PostMapping("/parse")
    ParameterForm parseParameter(Project project, @Valid @RequestBody ParameterSentenceText body) {
        ParameterDefinition nothingKnown = ParameterDefinition.of(
                Parameter.of("typed", Type.TEXT), new ParameterDefinition.Words("", "", "", "", ""));
        return ParameterForm.of(
                ParameterSentenceParser.read(body.sentence(), surroundings.toChange(project, nothingKnown)));
    }
}
