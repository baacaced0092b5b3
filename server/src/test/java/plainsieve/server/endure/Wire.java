package plainsieve.server.endure;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.SocketException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** Sends raw bytes, since HTTP libraries would not send most of these requests. */
final class Wire {
    private static final int LONGEST_MILLIS = 20_000;

    private final URI server;

    Wire(String address) {
        this.server = URI.create(address);
    }

    /** @param head everything before the body */
    record Answer(int status, String head, String body, long millis) {
        boolean isProblem() {
            return head.toLowerCase(Locale.ROOT).contains("content-type: application/problem+json");
        }
    }

    Answer send(MalformedRequests.Request request) throws IOException {
        byte[] body = request.body().getBytes(StandardCharsets.UTF_8);
        String head = "%s %s HTTP/1.1\r\nHost: %s\r\nConnection: close\r\nContent-Length: %d\r\n%s\r\n"
                .formatted(
                        request.method(),
                        request.target(),
                        server.getAuthority(),
                        body.length,
                        request.contentType().isEmpty() ? "" : "Content-Type: " + request.contentType() + "\r\n");
        long start = System.nanoTime();
        try (Socket socket = new Socket(server.getHost(), server.getPort())) {
            socket.setSoTimeout(LONGEST_MILLIS);
            socket.getOutputStream().write(head.getBytes(StandardCharsets.UTF_8));
            try {
                socket.getOutputStream().write(body);
                socket.getOutputStream().flush();
            } catch (IOException e) {
                // Rejected before the complete body was sent; the response says why.
            }
            return read(socket.getInputStream(), start);
        }
    }

    private static Answer read(InputStream in, long start) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try {
            in.transferTo(bytes);
        } catch (SocketException e) {
            // The bytes before the server closed the connection count.
        }
        String all = bytes.toString(StandardCharsets.UTF_8);
        int end = all.indexOf("\r\n\r\n");
        String head = end < 0 ? all : all.substring(0, end);
        int status = head.length() > 12 ? Integer.parseInt(head.substring(9, 12)) : 0;
        return new Answer(status, head, end < 0 ? "" : all.substring(end + 4), (System.nanoTime() - start) / 1_000_000);
    }
}
