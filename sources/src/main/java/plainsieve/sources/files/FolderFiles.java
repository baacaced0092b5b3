package plainsieve.sources.files;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.sources.SourceFailure;

/**
 * The files of a folder and of those in it. What is hidden or only just being written ({@code .x}, {@code _x}, {@code ~$x}) is
 * none. A link leads to a file within the folder or nowhere.
 */
final class FolderFiles {
    /** More files than anybody means; looking at them all before every question would take longer than the question. */
    private static final int MOST = 10_000;

    private static final int DEEPEST = 8;

    private final Path folder;
    private final String called;

    /** @param folder as it really is, all links followed */
    FolderFiles(Path folder, String called) {
        this.folder = folder;
        this.called = called;
    }

    /** In the order of their names. Throws {@link SourceFailure} when the folder cannot be read. */
    List<FoundFile> now() {
        if (!Files.isDirectory(folder)) {
            throw unreadable("There is no folder “%s”.".formatted(called), null);
        }
        List<FoundFile> found = new ArrayList<>();
        try (Stream<Path> paths = Files.walk(folder, DEEPEST)) {
            for (Path path : (Iterable<Path>) paths::iterator) {
                found(path).ifPresent(found::add);
                if (found.size() > MOST) {
                    throw unreadable("“%s” has more than %,d files.".formatted(called, MOST), null);
                }
            }
        } catch (IOException | UncheckedIOException e) {
            throw unreadable("“%s” cannot be read: the server may not read all of it.".formatted(called), e);
        }
        found.sort(Comparator.comparing(FoundFile::name));
        return found;
    }

    private Optional<FoundFile> found(Path path) throws IOException {
        Path below = folder.relativize(path);
        Optional<FileKind> kind = FileKind.of(path.getFileName().toString());
        if (kind.isEmpty()
                || !Files.exists(path)
                || isHidden(below)
                || !path.toRealPath().startsWith(folder)) {
            return Optional.empty();
        }
        BasicFileAttributes about =
                Files.readAttributes(path.toRealPath(), BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        String name = below.toString().replace(path.getFileSystem().getSeparator(), "/");
        return about.isRegularFile()
                ? Optional.of(new FoundFile(
                        path,
                        name,
                        kind.get(),
                        about.size(),
                        about.lastModifiedTime().toInstant()))
                : Optional.empty();
    }

    private static boolean isHidden(Path below) {
        for (Path part : below) {
            if (part.toString().matches("[._~].*")) {
                return true;
            }
        }
        return false;
    }

    private static SourceFailure unreadable(String message, Throwable cause) {
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE,
                message,
                "Put it right on the server, or let the source read another folder.",
                cause);
    }
}
