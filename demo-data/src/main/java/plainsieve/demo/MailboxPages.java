package plainsieve.demo;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.text.SimpleDateFormat;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The pages of the mailbox: a list, and each mail as a program for mail would show it, in a frame that may do nothing. */
final class MailboxPages {
    private static final Pattern PATH = Pattern.compile("/(\\d+)(?:/(html|source|file)(?:/(\\d+))?)?");
    private static final String HEAD = """
            <!doctype html><html lang="en"><head><meta charset="utf-8"><title>%s</title><style>
            body{font:15px/1.5 system-ui,sans-serif;margin:0;background:#eef1f2;color:#20303a}
            main{max-width:880px;margin:0 auto;padding:24px 16px}
            ol{list-style:none;padding:0;margin:0}
            li{background:#fff;border:1px solid #d5dbde;margin-bottom:-1px}
            li a{display:flex;gap:12px;padding:10px 14px;color:inherit;text-decoration:none}
            li a:hover{background:#f5f8f9}
            .to{flex:0 0 250px;overflow:hidden;text-overflow:ellipsis}
            .what{flex:1;font-weight:600}.when,.soft{color:#5f6b74}
            iframe{width:100%%;height:900px;border:1px solid #d5dbde;background:#fff}
            pre{background:#fff;border:1px solid #d5dbde;padding:14px;overflow:auto}
            </style></head><body><main>%s</main></body></html>
            """;

    private final String base;

    MailboxPages(String base) {
        this.base = base;
    }

    /** @param security its content security policy */
    record Page(String type, byte[] body, String security) {
        private static final String NOTHING =
                "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-src 'self'";

        static Page html(String title, String body) {
            return new Page(
                    "text/html; charset=utf-8",
                    HEAD.formatted(describe(title), body).getBytes(StandardCharsets.UTF_8),
                    NOTHING);
        }
    }

    /** @param path after the base and with it. @param mails the oldest first */
    Optional<Page> page(String path, List<MimeMessage> mails) throws MessagingException, IOException {
        String rest = path.substring(base.length());
        if (rest.isEmpty() || rest.equals("/")) {
            return Optional.of(Page.html("Mailbox", list(mails)));
        }
        Matcher matcher = PATH.matcher(rest);
        int number = matcher.matches() && matcher.group(1).length() < 7 ? Integer.parseInt(matcher.group(1)) : 0;
        if (number < 1 || number > mails.size()) {
            return Optional.empty();
        }
        MimeMessage mail = mails.get(number - 1);
        Contents contents = new Contents();
        contents.take(mail);
        String what = matcher.group(2) == null ? "" : matcher.group(2);
        return switch (what) {
            case "html" ->
                Optional.of(new Page(
                        "text/html; charset=utf-8",
                        contents.shown().getBytes(StandardCharsets.UTF_8),
                        Page.NOTHING + "; sandbox allow-popups allow-top-navigation-by-user-activation"));
            case "source" -> Optional.of(new Page("text/plain; charset=utf-8", source(mail), Page.NOTHING));
            case "file" -> contents.file(matcher.group(3) == null ? 0 : Integer.parseInt(matcher.group(3)));
            default -> Optional.of(Page.html(text(mail.getSubject()), render(number, mail, contents)));
        };
    }

    private static byte[] source(MimeMessage mail) throws MessagingException, IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        mail.writeTo(bytes);
        return bytes.toByteArray();
    }

    private String list(List<MimeMessage> mails) throws MessagingException {
        StringBuilder html = new StringBuilder("<h1>Mailbox</h1>");
        html.append(
                "<p class=\"soft\">What Plain Sieve has sent since the demo was started. Nothing leaves this machine.</p>");
        if (mails.isEmpty()) {
            html.append("<p>Nothing came yet.</p>");
        }
        html.append("<ol>");
        for (int i = mails.size(); i > 0; i--) {
            MimeMessage mail = mails.get(i - 1);
            html.append(
                    "<li><a href=\"%s/%d\"><span class=\"to\">%s</span><span class=\"what\">%s</span><span class=\"when\">%s</span></a></li>"
                            .formatted(
                                    base,
                                    i,
                                    describe(recipientsOf(mail)),
                                    describe(text(mail.getSubject())),
                                    timeOf(mail)));
        }
        return html.append("</ol>").toString();
    }

    private String render(int number, MimeMessage mail, Contents contents) throws MessagingException {
        StringBuilder html = new StringBuilder();
        html.append(
                "<p><a href=\"%s\">Mailbox</a></p><h1>%s</h1><p class=\"soft\">to %s, %s · <a href=\"%s/%d/source\">source</a></p>"
                        .formatted(
                                base,
                                describe(text(mail.getSubject())),
                                describe(recipientsOf(mail)),
                                timeOf(mail),
                                base,
                                number));
        for (int i = 0; i < contents.files.size(); i++) {
            html.append("<p>Attached: <a href=\"%s/%d/file/%d\">%s</a></p>"
                    .formatted(
                            base, number, i + 1, describe(contents.files.get(i).name())));
        }
        return html.append(
                        "<iframe title=\"The mail\" sandbox=\"allow-popups allow-top-navigation-by-user-activation\" src=\"%s/%d/html\"></iframe>"
                                .formatted(base, number))
                .append("<h2>As plain text</h2><pre>%s</pre>".formatted(describe(contents.plain)))
                .toString();
    }

    private static String recipientsOf(MimeMessage mail) throws MessagingException {
        return text(mail.getHeader("To", ", "));
    }

    private static String timeOf(MimeMessage mail) throws MessagingException {
        return mail.getSentDate() == null
                ? ""
                : new SimpleDateFormat("d MMM yyyy, HH:mm", Locale.UK).format(mail.getSentDate());
    }

    private static String text(String value) {
        return value == null ? "" : value;
    }

    private static String describe(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }

    /** An attachment. */
    private record Attachment(String name, String type, byte[] bytes) {}

    /** The content of an email. */
    private static final class Contents {
        private String html = "";
        private String plain = "";
        private final List<Attachment> files = new ArrayList<>();
        private final List<Attachment> pictures = new ArrayList<>();

        void take(Part part) throws MessagingException, IOException {
            if (part.getContent() instanceof Multipart several) {
                for (int i = 0; i < several.getCount(); i++) {
                    take(several.getBodyPart(i));
                }
            } else if (Part.ATTACHMENT.equals(part.getDisposition())) {
                files.add(attached(part, text(part.getFileName())));
            } else if (part instanceof BodyPart && part.isMimeType("image/*")) {
                String[] id = part.getHeader("Content-ID");
                pictures.add(attached(part, id == null ? "" : id[0].replaceAll("[<>]", "")));
            } else if (part.isMimeType("text/html")) {
                html = part.getContent().toString();
            } else if (part.isMimeType("text/plain")) {
                plain = part.getContent().toString();
            }
        }

        private static Attachment attached(Part part, String name) throws MessagingException, IOException {
            return new Attachment(
                    name,
                    part.getContentType().replaceFirst(";.*", ""),
                    part.getInputStream().readAllBytes());
        }

        /** With its pictures in it; links open next to the mailbox. */
        String shown() {
            String shown = html.replace("<head>", "<head><base target=\"_top\">");
            for (Attachment picture : pictures) {
                shown = shown.replace(
                        "cid:" + picture.name(),
                        "data:image/png;base64," + Base64.getEncoder().encodeToString(picture.bytes()));
            }
            return shown;
        }

        Optional<Page> file(int number) {
            return number < 1 || number > files.size()
                    ? Optional.empty()
                    : Optional.of(new Page(
                            files.get(number - 1).type(), files.get(number - 1).bytes(), Page.NOTHING));
        }
    }
}
