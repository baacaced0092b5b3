package plainsieve.sources.files;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.sources.SourceFailure;

/**
 * The files of a folder and its subfolders. Hidden and temporary files ({@code .x}, {@code _x}, {@code ~$x}) are
 * excluded, and so are links that lead outside.
 */
final class FolderFiles {
    /** The maximum number of files: listing more before every query would take longer than the query. */
    private static final int MOST = 10_000;

    private static final int DEEPEST = 8;

    private final Path folder;
    private final String called;

    /** @param folder as it really is, all links followed */
    FolderFiles(Path folder, String called) {
        this.folder = folder;
        this.called = called;
    }

    /** In order of name. Throws {@link SourceFailure} if the folder cannot be read. */
    List<FileEntry> now() {
        if (!Files.isDirectory(folder)) {
            throw unreadable("Folder “%s” does not exist.".formatted(called), null);
        }
        List<FileEntry> found = new ArrayList<>();
        try {
            Files.walkFileTree(folder, Set.of(), DEEPEST, new Visitor(found));
        } catch (IOException e) {
            throw unreadable(
                    "“%s” cannot be read: the server lacks permission for some of its files.".formatted(called), e);
        }
        found.sort(Comparator.comparing(FileEntry::name));
        return found;
    }

    /** Uses attributes from listing the folder, so that only links need separate calls. */
    private final class Visitor extends SimpleFileVisitor<Path> {
        private final List<FileEntry> found;
        private final Map<Path, Set<String>> listed = new HashMap<>();

        Visitor(List<FileEntry> found) {
            this.found = found;
        }

        @Override
        public FileVisitResult preVisitDirectory(Path path, BasicFileAttributes about) throws IOException {
            boolean hidden = !path.equals(folder) && isHidden(path);
            if (!hidden && PartManifest.areIn(path)) {
                listed.put(path, PartManifest.of(path));
            }
            return hidden ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
        }

        @Override
        public FileVisitResult visitFile(Path path, BasicFileAttributes about) throws IOException {
            Optional<FileKind> kind = FileKind.of(path.getFileName().toString());
            if (kind.isPresent() && !isHidden(path) && isPart(path)) {
                BasicFileAttributes real = about.isSymbolicLink() ? ofTarget(path) : about;
                if (real.isRegularFile()) {
                    found.add(file(path, kind.get(), real));
                }
            }
            if (found.size() > MOST) {
                throw unreadable("“%s” has more than %,d files.".formatted(called, MOST), null);
            }
            return FileVisitResult.CONTINUE;
        }

        private boolean isPart(Path path) {
            Set<String> parts = listed.get(path.getParent());
            return parts == null || parts.contains(path.getFileName().toString());
        }

        /* The file was removed just now. */
        @Override
        public FileVisitResult visitFileFailed(Path path, IOException e) throws IOException {
            if (e instanceof NoSuchFileException && !path.equals(folder)) {
                return FileVisitResult.CONTINUE;
            }
            throw e;
        }

        private FileEntry file(Path path, FileKind kind, BasicFileAttributes about) {
            String name = folder.relativize(path)
                    .toString()
                    .replace(path.getFileSystem().getSeparator(), "/");
            return new FileEntry(
                    path,
                    name,
                    kind,
                    about.size(),
                    about.lastModifiedTime().toInstant(),
                    listed.containsKey(path.getParent()));
        }

        /* A link that leads outside is not followed, and thus is not a file. */
        private BasicFileAttributes ofTarget(Path link) throws IOException {
            boolean inside = Files.exists(link) && link.toRealPath().startsWith(folder);
            return inside
                    ? Files.readAttributes(link, BasicFileAttributes.class)
                    : Files.readAttributes(link, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        }
    }

    private static boolean isHidden(Path path) {
        return path.getFileName().toString().matches("[._~].*");
    }

    private static SourceFailure unreadable(String message, Throwable cause) {
        return new SourceFailure(
                SourceFailure.Kind.UNREACHABLE, message, "Correct it on the server, or use another folder.", cause);
    }
}
