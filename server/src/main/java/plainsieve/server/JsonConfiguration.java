package plainsieve.server;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import plainsieve.files.KeywordModule;

/** The JSON of the API. */
@Configuration(proxyBeanMethods = false)
class JsonConfiguration {
    @Bean
    KeywordModule keywordModule() {
        return new KeywordModule();
    }
}
