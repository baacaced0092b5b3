package plainsieve.core.view;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.value.Keyword;

/**
 * How a report opens and when it runs.
 *
 * @param onDemand whether it runs on <em>Show rows</em> only, and not on every change of a choice
 * @param signedParameters parameters that only signed links can set
 * @param showsPlacements whether viewers see where their choices ran; never the statement
 * @param age how the age of the data is determined; empty if it is not shown
 * @param values defaults of parameters in this report
 */
public record ReportOpening(
        StartMode start,
        boolean onDemand,
        List<String> signedParameters,
        boolean showsPlacements,
        Optional<DataAge> age,
        Map<String, DefaultDefinition> values) {
    /** With its defaults, at every choice, without anything signed. */
    public static final ReportOpening USUAL = new ReportOpening(StartMode.DEFAULTS, false, List.of(), false);

    public ReportOpening {
        signedParameters = List.copyOf(signedParameters);
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }

    /** Without data age, with the defaults of the parameters. */
    public ReportOpening(StartMode start, boolean onDemand, List<String> signed, boolean showsWhere) {
        this(start, onDemand, signed, showsWhere, Optional.empty(), Map.of());
    }

    public ReportOpening telling(Optional<DataAge> ofAge) {
        return new ReportOpening(start, onDemand, signedParameters, showsPlacements, ofAge, values);
    }

    public ReportOpening starting(StartMode how) {
        return new ReportOpening(how, onDemand, signedParameters, showsPlacements, age, values);
    }

    public ReportOpening runningOnDemand(boolean whenAsked) {
        return new ReportOpening(start, whenAsked, signedParameters, showsPlacements, age, values);
    }

    public ReportOpening signedOnly(List<String> parameters) {
        return new ReportOpening(start, onDemand, parameters, showsPlacements, age, values);
    }

    public ReportOpening showingWhere(boolean where) {
        return new ReportOpening(start, onDemand, signedParameters, where, age, values);
    }

    /** @param value nothing for the parameter's own default */
    public ReportOpening with(String parameter, Optional<DefaultDefinition> value) {
        Map<String, DefaultDefinition> changed = new LinkedHashMap<>(values);
        value.ifPresentOrElse(own -> changed.put(parameter, own), () -> changed.remove(parameter));
        return new ReportOpening(start, onDemand, signedParameters, showsPlacements, age, changed);
    }

    /** What a report waits for after opening. */
    public enum StartMode implements Keyword {
        /** Runs with defaults. */
        DEFAULTS,
        /** For an explicit run. */
        EMPTY,
        /** Something must be chosen first. */
        QUESTION;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<StartMode> ofWord(String word) {
            return Keyword.find(StartMode.class, word);
        }
    }

    /** The same with a parameter under its new name. */
    public ReportOpening renamed(String from, String to) {
        Map<String, DefaultDefinition> renamed = new LinkedHashMap<>();
        values.forEach((name, value) -> renamed.put(name.equals(from) ? to : name, value));
        return new ReportOpening(
                start,
                onDemand,
                signedParameters.stream()
                        .map(name -> name.equals(from) ? to : name)
                        .toList(),
                showsPlacements,
                age,
                renamed);
    }
}
