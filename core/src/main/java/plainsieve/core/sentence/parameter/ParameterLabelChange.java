package plainsieve.core.sentence.parameter;

import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ParameterDefinition.Words;

/** Changes one label of a parameter. */
record ParameterLabelChange(ParameterDefinition parameter) {
    static ParameterLabelChange of(ParameterDefinition parameter) {
        return new ParameterLabelChange(parameter);
    }

    private Words now() {
        return parameter.words();
    }

    /** Without a label it is read by its name. */
    ParameterDefinition label(String label) {
        String read = label.isEmpty() ? parameter.name() : label;
        return parameter.withWords(new Words(read, now().hint(), now().group(), now().unit(), now().blankLabel()));
    }

    ParameterDefinition hint(String hint) {
        return parameter.withWords(new Words(now().label(), hint, now().group(), now().unit(), now().blankLabel()));
    }

    ParameterDefinition group(String group) {
        return parameter.withWords(new Words(now().label(), now().hint(), group, now().unit(), now().blankLabel()));
    }

    ParameterDefinition unit(String unit) {
        return parameter.withWords(new Words(now().label(), now().hint(), now().group(), unit, now().blankLabel()));
    }

    ParameterDefinition whenBlank(String whenBlank) {
        return parameter.withWords(new Words(now().label(), now().hint(), now().group(), now().unit(), whenBlank));
    }
}
