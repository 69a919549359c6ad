/*
 * Stands between a process and the disk for the files of one folder (LD_PRELOAD). It writes down what is written and
 * synced, so that what a power cut leaves can be made afterwards; and it lets the n-th call fail, when it is asked to by
 * opening /faulty-disk/<n> (0: none any more).
 *
 * One line a call: TIME KIND FILE OFFSET LENGTH, what is written behind it. TIME is CLOCK_MONOTONIC in nanoseconds.
 */
#define _GNU_SOURCE
#include <dlfcn.h>
#include <errno.h>
#include <fcntl.h>
#include <pthread.h>
#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/types.h>
#include <time.h>
#include <unistd.h>

#define MOST 4096
static char *names[MOST];
static long left = 0;
static int journal = -1;
static pthread_mutex_t turn = PTHREAD_MUTEX_INITIALIZER;

static const char *watched(const char *path) {
  const char *folder = getenv("FAULTY_FOLDER");
  const char *name = strrchr(path, '/');
  name = name ? name + 1 : path;
  if (!folder || strncmp(path, folder, strlen(folder)) != 0) return NULL;
  /* Synced, a folder keeps which files there are. */
  if (strcmp(path, folder) == 0) return ".";
  return strncmp(name, "rhizotome.sqlite", 16) == 0 && !strstr(name, "-shm") ? name : NULL;
}

static void note(const char *kind, const char *name, long long at, size_t length, const void *bytes) {
  char line[512];
  struct timespec now;
  const char *file = getenv("FAULTY_JOURNAL");
  ssize_t (*put)(int, const void *, size_t) = dlsym(RTLD_NEXT, "write");
  int (*open_)(const char *, int, ...) = dlsym(RTLD_NEXT, "open64");
  if (!file) return;
  pthread_mutex_lock(&turn);
  if (journal < 0) journal = open_(file, O_CREAT | O_WRONLY | O_APPEND, 0600);
  clock_gettime(CLOCK_MONOTONIC, &now);
  int size = snprintf(line, sizeof line, "%lld %s %s %lld %zu\n", now.tv_sec * 1000000000LL + now.tv_nsec, kind, name,
                      at, length);
  put(journal, line, size);
  if (bytes && length) put(journal, bytes, length);
  pthread_mutex_unlock(&turn);
}

/* Whether this call fails. */
static int fails(void) { return left > 0 && --left == 0; }

static int opened(int fd, const char *path) {
  if (fd >= 0 && fd < MOST) {
    const char *name = watched(path);
    free(names[fd]);
    names[fd] = name ? strdup(name) : NULL;
  }
  return fd;
}

static const char *nameOf(int fd) { return fd >= 0 && fd < MOST ? names[fd] : NULL; }

#define OPENS(symbol)                                                                                                  \
  int symbol(const char *path, int flags, ...) {                                                                       \
    int (*real)(const char *, int, ...) = dlsym(RTLD_NEXT, #symbol);                                                   \
    va_list rest;                                                                                                      \
    va_start(rest, flags);                                                                                             \
    mode_t mode = va_arg(rest, mode_t);                                                                                \
    va_end(rest);                                                                                                      \
    if (strncmp(path, "/faulty-disk/", 13) == 0) left = atol(path + 13);                                               \
    return opened(real(path, flags, mode), path);                                                                      \
  }
OPENS(open)
OPENS(open64)

int close(int fd) {
  int (*real)(int) = dlsym(RTLD_NEXT, "close");
  if (nameOf(fd)) {
    free(names[fd]);
    names[fd] = NULL;
  }
  return real(fd);
}

static ssize_t failed(void) {
  errno = EIO;
  return -1;
}

#define WRITES(symbol)                                                                                                 \
  ssize_t symbol(int fd, const void *bytes, size_t length, off64_t at) {                                               \
    ssize_t (*real)(int, const void *, size_t, off64_t) = dlsym(RTLD_NEXT, #symbol);                                   \
    const char *name = nameOf(fd);                                                                                     \
    if (name && fails()) return failed();                                                                              \
    ssize_t done = real(fd, bytes, length, at);                                                                        \
    if (name && done > 0) note("write", name, at, done, bytes);                                                        \
    return done;                                                                                                       \
  }
WRITES(pwrite)
WRITES(pwrite64)

ssize_t write(int fd, const void *bytes, size_t length) {
  ssize_t (*real)(int, const void *, size_t) = dlsym(RTLD_NEXT, "write");
  const char *name = nameOf(fd);
  if (!name) return real(fd, bytes, length);
  if (fails()) return failed();
  off64_t at = lseek64(fd, 0, SEEK_CUR);
  ssize_t done = real(fd, bytes, length);
  if (done > 0) note("write", name, at, done, bytes);
  return done;
}

#define SYNCS(symbol)                                                                                                  \
  int symbol(int fd) {                                                                                                 \
    int (*real)(int) = dlsym(RTLD_NEXT, #symbol);                                                                      \
    const char *name = nameOf(fd);                                                                                     \
    if (name && fails()) return (int)failed();                                                                         \
    int done = real(fd);                                                                                               \
    if (name && done == 0) note("sync", name, 0, 0, NULL);                                                             \
    return done;                                                                                                       \
  }
SYNCS(fsync)
SYNCS(fdatasync)

#define TRUNCATES(symbol)                                                                                              \
  int symbol(int fd, off64_t length) {                                                                                 \
    int (*real)(int, off64_t) = dlsym(RTLD_NEXT, #symbol);                                                             \
    const char *name = nameOf(fd);                                                                                     \
    if (name && fails()) return (int)failed();                                                                         \
    int done = real(fd, length);                                                                                       \
    if (name && done == 0) note("truncate", name, length, 0, NULL);                                                    \
    return done;                                                                                                       \
  }
TRUNCATES(ftruncate)
TRUNCATES(ftruncate64)

int unlink(const char *path) {
  int (*real)(const char *) = dlsym(RTLD_NEXT, "unlink");
  const char *name = watched(path);
  int done = real(path);
  if (name && done == 0) note("unlink", name, 0, 0, NULL);
  return done;
}
