package plainsieve.server.http;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.apache.coyote.ActionCode;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import plainsieve.server.access.security.SafeHeaders;

/** Returns problem documents for requests that the servlet container rejects. */
@Configuration
class ContainerErrorReports {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> errorsOfTheWebServer() {
        return factory -> factory.addContextCustomizers(context -> {
            StandardHost host = (StandardHost) context.getParent();
            host.setErrorReportValveClass(Report.class.getName());
        });
    }

    /** Made by the web server, by its name. */
    public static final class Report extends ErrorReportValve {
        @Override
        protected void report(Request request, Response response, Throwable failure) {
            int status = response.getStatus();
            boolean reported = status < HttpServletResponse.SC_BAD_REQUEST || response.getContentWritten() > 0;
            if (reported || !response.setErrorReported()) {
                return;
            }
            try {
                SafeHeaders.on(response, request.isSecure());
                response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
                response.getOutputStream().write(body(status).getBytes(StandardCharsets.UTF_8));
                response.finishResponse();
            } catch (IOException | IllegalStateException e) {
                // The client has disconnected.
                response.getCoyoteResponse().action(ActionCode.CLOSE_NOW, e);
            }
        }

        private static String body(int status) {
            HttpStatus known = HttpStatus.resolve(status);
            return """
                    {"title":"%s","status":%d,"detail":"Invalid request.",\
                    "advice":"See /api/openapi.","problems":[]}""".formatted(known == null ? "Error" : known.getReasonPhrase(), status);
        }
    }
}
