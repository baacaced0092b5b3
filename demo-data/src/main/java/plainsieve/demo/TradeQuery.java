package plainsieve.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.ValueReader;

/** One of the 22 queries of TPC-H, its literals as parameters. For tests and measurements on a cluster. */
public record TradeQuery(String name, List<ChosenValues> chosen, String text) {
    /** A parameter and its values. */
    public record ChosenValues(Parameter parameter, List<String> values) {
        /** Parses {@code name type value}; a type with a star is multi-value. */
        static ChosenValues of(String written) {
            String[] words = written.strip().split(" ", 3);
            boolean many = words[1].endsWith("*");
            Parameter parameter = Parameter.of(
                    words[0], Type.ofWord(words[1].replace("*", "")).orElseThrow());
            return many
                    ? new ChosenValues(parameter.asMultiple(), List.of(words[2].split(",")))
                    : new ChosenValues(parameter, List.of(words[2]));
        }

        String literals(Dialect dialect) {
            return values.stream()
                    .map(value -> dialect.literal(ValueReader.read(parameter.type(), value)))
                    .collect(Collectors.joining(", "));
        }
    }

    /** All of them, in their order. */
    public static List<TradeQuery> all() {
        try (InputStream in = TradeQuery.class.getResourceAsStream("tpch.sql")) {
            String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            return Stream.of(all.split("(?m)^-- (?=q\\d)"))
                    .skip(1)
                    .map(TradeQuery::of)
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException("tpch.sql is not in this program", e);
        }
    }

    private static TradeQuery of(String written) {
        String[] lines = written.split("\n", 2);
        String[] head = lines[0].split(";");
        return new TradeQuery(
                head[0].strip(), Stream.of(head).skip(1).map(ChosenValues::of).toList(), lines[1].strip());
    }

    /** The manual form with literal values. */
    public String byHand(Dialect dialect) {
        String text = this.text;
        for (ChosenValues one : chosen) {
            text = text.replaceAll(
                    ":" + one.parameter().name() + "\\b", Matcher.quoteReplacement(one.literals(dialect)));
        }
        return text;
    }

    /** As it is sent, with every row. */
    public Statement rewritten(Dialect dialect) {
        Map<String, Parameter> parameters = new HashMap<>();
        Map<String, ChoiceText> choices = new HashMap<>();
        chosen.forEach(one -> {
            parameters.put(one.parameter().name(), one.parameter());
            choices.put(one.parameter().name(), ChoiceText.of(one.values()));
        });
        return PreparedQuery.of(text, dialect)
                .rewrite(
                        new Choices(parameters, ChoiceReader.readAll(parameters, choices)),
                        ResultShape.allRows(),
                        Statement.NO_CAP);
    }
}
