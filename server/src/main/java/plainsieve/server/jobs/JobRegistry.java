package plainsieve.server.jobs;

import java.util.List;
import org.springframework.stereotype.Component;

/** The kinds of jobs, and who is notified of their problems. */
@Component
record JobRegistry(List<JobHandler> handlers, List<JobListener> listeners) {}
