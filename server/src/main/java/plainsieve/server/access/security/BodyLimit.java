package plainsieve.server.access.security;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import plainsieve.server.runtime.settings.Settings;

/**
 * Limits the size of requests, with or without a Content-Length. Uploads to
 * source folders may be larger than other requests.
 */
@Component
class BodyLimit extends OncePerRequestFilter {
    private static final String FILES = ".*/sources/[^/]+/files";

    private final long mostOfBody;
    private final long mostOfFile;

    BodyLimit(Settings settings) {
        this.mostOfBody = settings.maxBodySize().toBytes();
        this.mostOfFile = settings.maxUploadSize().toBytes();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        boolean file = OwnPath.of(request).matches(FILES);
        long most = file ? mostOfFile : mostOfBody;
        if (request.getContentLengthLong() > most) {
            response.setStatus(HttpServletResponse.SC_REQUEST_ENTITY_TOO_LARGE);
            response.setContentType("application/problem+json");
            response.setCharacterEncoding("UTF-8");
            // An unread body prevents reuse of the connection.
            response.setHeader("Connection", "close");
            response.getWriter().write("""
                    {"title":"Content Too Large","status":413,"detail":"The request is larger than %d MB.",\
                    "advice":"Send less, or set plainsieve.max-%s-size.","problems":[]}""".formatted(most >> 20, file ? "upload" : "body"));
            return;
        }
        chain.doFilter(new Limited(request, most), response);
    }

    private static final class Limited extends HttpServletRequestWrapper {
        private final long most;

        Limited(HttpServletRequest request, long most) {
            super(request);
            this.most = most;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            return new CountingStream(super.getInputStream(), most);
        }
    }

    /** Limits size and duration: a body sent byte by byte would otherwise hold its connection indefinitely. */
    private static final class CountingStream extends ServletInputStream {
        private static final long FREE_NANOS = TimeUnit.SECONDS.toNanos(20);
        private static final long BYTES_PER_SECOND = 50_000;

        private final ServletInputStream in;
        private final long most;
        private final long start = System.nanoTime();
        private long read;

        CountingStream(ServletInputStream in, long most) {
            this.in = in;
            this.most = most;
        }

        private int counted(int count) throws IOException {
            read += Math.max(count, 0);
            if (read > most) {
                throw new IOException("The request is larger than %d MB".formatted(most >> 20));
            }
            long allowed = FREE_NANOS + TimeUnit.SECONDS.toNanos(read / BYTES_PER_SECOND);
            if (System.nanoTime() - start > allowed) {
                throw new IOException("The request arrives too slowly");
            }
            return count;
        }

        @Override
        public int read() throws IOException {
            int single = in.read();
            counted(single < 0 ? 0 : 1);
            return single;
        }

        @Override
        public int read(byte[] bytes, int from, int length) throws IOException {
            return counted(in.read(bytes, from, length));
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }
    }
}
