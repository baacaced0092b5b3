package plainsieve.sources.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Source;

/**
 * The files of a folder as they were at one moment, open to be asked. When they have changed it is retired, and gone once the last
 * one who asks it has left.
 */
final class FolderState {
    private static final System.Logger LOG = System.getLogger(FolderState.class.getName());

    private final List<FoundFile> files;
    private final Source source;
    private final Path views;
    private final Map<String, Catalogue.OfFiles> tables;
    private final Engines engines;
    private int askers;
    private boolean retired;
    private long lastAsked = System.nanoTime();

    /**
     * @param views the database that the source asks, gone with it
     * @param tables what is known of each table, by its name
     */
    FolderState(
            List<FoundFile> files, Source source, Path views, Map<String, Catalogue.OfFiles> tables, Engines engines) {
        this.engines = engines;
        this.files = List.copyOf(files);
        this.source = source;
        this.views = views;
        this.tables = Map.copyOf(tables);
    }

    boolean isOf(List<FoundFile> others) {
        return files.equals(others);
    }

    Source source() {
        return source;
    }

    /** Begins to ask it. @return false when it is retired, and has to be made anew */
    synchronized boolean enter() {
        lastAsked = System.nanoTime();
        askers += retired ? 0 : 1;
        return !retired;
    }

    void leave() {
        boolean closes;
        synchronized (this) {
            askers--;
            closes = retired && askers == 0;
        }
        if (closes) {
            close();
        }
        engines.left();
    }

    /** It is asked no more by anybody new. */
    void retire() {
        boolean closes;
        synchronized (this) {
            closes = !retired && askers == 0;
            retired = true;
        }
        if (closes) {
            close();
        }
    }

    /** Retires it unless somebody asks it just now. */
    boolean retireWhenIdle() {
        synchronized (this) {
            if (retired || askers > 0) {
                return false;
            }
            retired = true;
        }
        close();
        return true;
    }

    synchronized boolean isRetired() {
        return retired;
    }

    /** The clock of the machine when somebody last began to ask it. */
    synchronized long lastAsked() {
        return lastAsked;
    }

    private void close() {
        source.close();
        try {
            Files.deleteIfExists(views);
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "What is no longer asked could not be removed: " + views, e);
        }
        engines.removed(this);
    }

    /** The catalogue of the engine, whose views are tables of files here; those that could not be read have no columns. */
    Catalogue described(Catalogue engine) {
        List<Catalogue.Table> all =
                new ArrayList<>(engine.tables().stream().map(this::described).toList());
        tables.forEach((name, about) -> {
            if (!about.unreadable().isEmpty()) {
                all.add(new Catalogue.Table(
                        "main", name, false, 0, List.of(), Set.of(), List.of(), Optional.of(about)));
            }
        });
        return new Catalogue(all, engine.functions(), engine.own());
    }

    private Catalogue.Table described(Catalogue.Table view) {
        Optional<Catalogue.OfFiles> about = Optional.ofNullable(tables.get(view.name()));
        long rows = about.map(Catalogue.OfFiles::rows).orElse(-1L);
        return new Catalogue.Table(
                view.schema(), view.name(), false, rows, view.columns(), view.nullable(), view.indexes(), about);
    }
}
