package plainsieve.server.api;

import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Renaming;
import plainsieve.server.project.Uses;
import plainsieve.server.runs.ValueLists;

/** Parameters of the project, and the values they may take. */
@RestController
@RequestMapping("/api/parameters")
class ParametersApi {
    private final Parameters parameters;
    private final Uses uses;
    private final ValueLists lists;
    private final Renaming renaming;

    ParametersApi(Parameters parameters, Uses uses, ValueLists lists, Renaming renaming) {
        this.parameters = parameters;
        this.uses = uses;
        this.lists = lists;
        this.renaming = renaming;
    }

    @GetMapping
    List<Bodies.ParameterUse> all() {
        return parameters.all().values().stream()
                .map(definition -> new Bodies.ParameterUse(definition, uses.of(definition.name())))
                .toList();
    }

    @PostMapping
    ParameterDefinition add(@RequestBody ParameterDefinition body) {
        return parameters.add(body);
    }

    @PutMapping("/{name}")
    ParameterDefinition change(@PathVariable String name, @RequestBody ParameterDefinition body) {
        if (!name.equals(body.name())) {
            throw new ProblemException(Problem.of(
                    "name-differs", "The name in the address and the one in the body differ.", "Send the same name."));
        }
        return parameters.change(body);
    }

    /** Renames a parameter and every use of it. */
    @PostMapping("/{name}/name")
    ParameterDefinition rename(@PathVariable String name, @RequestBody NewName body) {
        return renaming.rename(name, body.name());
    }

    record NewName(String name) {}

    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        List<String> users = uses.of(name).stream()
                .map(use -> "the %s “%s”".formatted(use.kind(), use.name()))
                .toList();
        parameters.remove(name, users);
    }

    @GetMapping("/{name}/values")
    ValueLists.ValueList values(@PathVariable String name) {
        return lists.of(parameters.get(name));
    }
}
