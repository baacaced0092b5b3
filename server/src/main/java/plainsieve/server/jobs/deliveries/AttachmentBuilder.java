package plainsieve.server.jobs.deliveries;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewPart;
import plainsieve.server.jobs.mail.EmailMessage;
import plainsieve.server.jobs.reportmail.ReportEmailComposer;
import plainsieve.server.results.downloads.Downloads;
import plainsieve.server.results.downloads.FileHeader;
import plainsieve.server.results.runs.QuestionRenderer;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.settings.EmailReportSettings;

/** Writes views as attachments within the size limit. */
@Component
class AttachmentBuilder {
    private final Downloads downloads;
    private final ReportRunRequests orders;
    private final QuestionRenderer questionRenderer;
    private final EmailReportSettings settings;
    private final Clock clock;

    AttachmentBuilder(
            Downloads downloads,
            ReportRunRequests orders,
            QuestionRenderer questionRenderer,
            EmailReportSettings settings,
            Clock clock) {
        this.downloads = downloads;
        this.orders = orders;
        this.questionRenderer = questionRenderer;
        this.settings = settings;
        this.clock = clock;
    }

    /** @param notes on omitted attachments */
    record BuiltAttachments(List<EmailMessage.Attachment> files, List<String> notes) {}

    /** Throws as any run. */
    BuiltAttachments of(ReportEmailComposer.EmailRequest wanted, List<Delivery.Attachment> attachments) {
        List<EmailMessage.Attachment> files = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        long left = settings.maxAttachmentSize().toBytes();
        for (Delivery.Attachment attachment : attachments) {
            Optional<EmailMessage.Attachment> file = file(wanted, attachment, left);
            if (file.isEmpty()) {
                notes.add("“%s” as %s exceeds the limit of %s for attachments: download it from the report."
                        .formatted(
                                wanted.report().view(attachment.viewId()).titleOrKind(),
                                attachment.format().extension(),
                                inWords(settings.maxAttachmentSize())));
            } else {
                files.add(file.get());
                left -= file.get().bytes().length;
            }
        }
        return new BuiltAttachments(files, notes);
    }

    private static String inWords(DataSize size) {
        return size.toMegabytes() > 0 ? size.toMegabytes() + " MB" : size.toKilobytes() + " kB";
    }

    private Optional<EmailMessage.Attachment> file(
            ReportEmailComposer.EmailRequest wanted, Delivery.Attachment attachment, long most) {
        View view = wanted.report().view(attachment.viewId());
        String run = UUID.randomUUID().toString();
        RunRequest.Text text = RunRequest.Text.live(wanted.project().queryInStage(view.queryId()));
        RunRequest request = orders.download(
                wanted.project(),
                wanted.report(),
                wanted.choices(),
                ReportRunRequests.ViewRequest.first(run, text, view, ViewPart.MAIN));
        QuestionRenderer.Question question =
                questionRenderer.render(wanted.project(), wanted.report(), wanted.choices(), settings.language());
        FileHeader header = FileHeader.of(
                wanted.project(),
                wanted.report(),
                view,
                question,
                clock.instant().toString());
        String name = "%s %s.%s"
                .formatted(
                        wanted.report().name(),
                        clock.instant().toString().substring(0, 10),
                        attachment.format().extension());
        Downloads.Download download = downloads.order(request, attachment.format(), header, name);
        SizeLimitedStream bytes = new SizeLimitedStream(most);
        try {
            downloads.write(download, bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e.getMessage(), e);
        } catch (RuntimeException e) {
            if (!bytes.isFull) {
                throw e;
            }
        }
        return bytes.isFull
                ? Optional.empty()
                : Optional.of(new EmailMessage.Attachment(
                        name, attachment.format().mediaType(), bytes.written.toByteArray()));
    }

    /** Takes so many bytes and no more. */
    private static final class SizeLimitedStream extends OutputStream {
        private final ByteArrayOutputStream written = new ByteArrayOutputStream();
        private final long most;
        private boolean isFull;

        SizeLimitedStream(long most) {
            this.most = most;
        }

        @Override
        public void write(int b) throws IOException {
            write(new byte[] {(byte) b}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int count) throws IOException {
            if (written.size() + (long) count > most) {
                isFull = true;
                throw new IOException("The file is larger than a mail may be");
            }
            written.write(bytes, from, count);
        }
    }
}
