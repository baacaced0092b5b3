package plainsieve.server.http;

import java.util.List;
import java.util.Optional;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.converter.Converter;
import org.springframework.core.convert.converter.ConverterFactory;
import org.springframework.format.FormatterRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.UnknownKeyword;

/** Reads enums in query parameters by their keywords, as in bodies. */
@Configuration(proxyBeanMethods = false)
class KeywordParameters implements WebMvcConfigurer {
    @Override
    public void addFormatters(FormatterRegistry registry) {
        registry.addConverterFactory(new ToEnum());
    }

    @SuppressWarnings("rawtypes")
    private static final class ToEnum implements ConverterFactory<String, Enum> {
        @Override
        @SuppressWarnings("unchecked")
        public <E extends Enum> Converter<String, E> getConverter(Class<E> type) {
            // An empty one counts as missing.
            return word -> word.isEmpty() ? null : (E) constant((Class<? extends Enum>) type, word);
        }

        @SuppressWarnings("unchecked")
        private static Enum<?> constant(Class<? extends Enum> type, String word) {
            Optional<Enum<?>> found = Keyword.find(type, word);
            return found.orElseThrow(() -> unknown(word, Keyword.all(type)));
        }

        private static ProblemException unknown(String word, List<String> known) {
            return new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "A query parameter has an unknown value, “%s”.".formatted(word),
                    UnknownKeyword.of("", word, known).advice()));
        }
    }
}
