// The steps of core/heat/heat-sheet.ts in C, for the bench to hold the product's own speed against. Prints milliseconds for so many steps.
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

static int columns, rows, depth, places;
static double factor, *t, *change, *pivot, *first, *top, *topHeat, *back, *backHeat;
static double *alongLower, *alongInverse, *acrossLower, *acrossInverse, *below, *right;
static double capacity[64], down[64], along[64], across[64];

static double *room(long count) { return calloc(count + 8, sizeof(double)); }

static void eliminate(double *lower, double *inverse, int count, double share) {
  double before = 0;
  for (int c = 0; c < count; c++) {
    const double taken = share * before;
    before = 1 / (1 + ((c > 0) + (c < count - 1)) * share - taken * share);
    lower[c] = taken;
    inverse[c] = before;
  }
}

static void prepare(void) {
  for (int l = 0; l < depth; l++) {
    eliminate(alongLower + l * columns, alongInverse + l * columns, columns, along[l]);
    eliminate(acrossLower + l * rows, acrossInverse + l * rows, rows, across[l]);
  }
  for (int i = 0; i < places; i++) {
    double under = back[i];
    for (int l = depth - 1; l > 0; l--) {
      const double link = down[l - 1], own = 1 / (capacity[l] / factor + under + link);
      pivot[l * places + i] = own;
      under = link - link * link * own;
    }
    first[i] = capacity[0] / factor + under;
    pivot[i] = 1 / (first[i] + top[i]);
  }
}

static void layer(int l, double carried) {
  const double sideways = along[l], lengthways = across[l], through = factor / capacity[l];
  for (int r = 0; r < rows; r++) {
    const double *restrict here = t + (long)l * places + r * columns;
    const double *restrict up = r > 0 ? here - columns : here, *restrict low = r < rows - 1 ? here + columns : here;
    double *restrict into = change + (long)l * places + r * columns;
    const double *restrict f = l > 0 ? here - places : topHeat + r * columns;
    const double *restrict g = l < depth - 1 ? here + places : backHeat + r * columns;
    const double *restrict tf = top + r * columns, *restrict bf = back + r * columns;
    const double above = l > 0 ? down[l - 1] : 0, under = l < depth - 1 ? down[l] : 0;
#define ROW(OUTER, INNER)                                                                     \
  for (int c = 1; c < columns - 1; c++) {                                                     \
    const double own = here[c];                                                               \
    into[c] = carried * into[c] + through * ((OUTER) + (INNER)) +                             \
              sideways * (here[c - 1] + here[c + 1] - 2 * own) +                              \
              lengthways * (up[c] + low[c] - 2 * own);                                        \
  }                                                                                           \
  for (int k = 0; k < 2; k++) {                                                               \
    const int c = k ? columns - 1 : 0;                                                        \
    const double own = here[c];                                                               \
    const double side = (k ? here[c - 1] : here[c + 1]) - own;                                \
    into[c] = carried * into[c] + through * ((OUTER) + (INNER)) + sideways * side +           \
              lengthways * (up[c] + low[c] - 2 * own);                                        \
  }
    if (l == 0 && l == depth - 1) { ROW(f[c] - tf[c] * own, g[c] - bf[c] * own) }
    else if (l == 0) { ROW(f[c] - tf[c] * own, under * (g[c] - own)) }
    else if (l == depth - 1) { ROW(above * (f[c] - own), g[c] - bf[c] * own) }
    else { ROW(above * (f[c] - own), under * (g[c] - own)) }
    const double *restrict lo = alongLower + l * columns, *restrict inv = alongInverse + l * columns;
    for (int c = 1; c < columns; c++) into[c] += lo[c] * into[c - 1];
    into[columns - 1] *= inv[columns - 1];
    for (int c = columns - 2; c >= 0; c--) into[c] = (into[c] + sideways * into[c + 1]) * inv[c];
    if (r > 0) {
      const double taken = acrossLower[l * rows + r];
      const double *restrict before = into - columns;
      for (int c = 0; c < columns; c++) into[c] += taken * before[c];
    }
  }
}

static double row(int r) {
  const int from = r * columns;
  for (int l = depth - 1; l >= 0; l--) {
    const double share = r < rows - 1 ? across[l] : 0, inverse = acrossInverse[l * rows + r];
    const double weight = capacity[l] / factor;
    const double *restrict into = change + (long)l * places + from;
    double *restrict next = below + l * columns, *restrict own = right + l * columns;
    for (int c = 0; c < columns; c++) {
      next[c] = (into[c] + share * next[c]) * inverse;
      own[c] = weight * next[c];
    }
    if (l == depth - 1) continue;
    const double link = down[l];
    const double *restrict p = pivot + (long)(l + 1) * places + from, *restrict lower = own + columns;
    for (int c = 0; c < columns; c++) own[c] += link * p[c] * lower[c];
  }
  for (int l = 0; l < depth; l++) {
    double *restrict into = change + (long)l * places + from, *restrict here = t + (long)l * places + from;
    const double *restrict p = pivot + (long)l * places + from, *restrict own = right + l * columns;
    if (l == 0) for (int c = 0; c < columns; c++) into[c] = own[c] * p[c];
    else {
      const double link = down[l - 1];
      const double *restrict over = into - places;
      for (int c = 0; c < columns; c++) into[c] = (own[c] + link * over[c]) * p[c];
    }
    for (int c = 0; c < columns; c++) here[c] += into[c];
  }
  double inflow = 0;
  const double *front = t + from, *last = t + (long)(depth - 1) * places + from;
  for (int c = 0; c < columns; c++) {
    inflow += topHeat[from + c] - top[from + c] * front[c] + backHeat[from + c] - back[from + c] * last[c];
  }
  return inflow;
}

// columns rows depth steps factor, then by layer: capacity down along across; then film and temperature of top, back.
int main(void) {
  int steps;
  double film[2], outside[2], start;
  if (scanf("%d %d %d %d %lf %lf", &columns, &rows, &depth, &steps, &factor, &start) != 6) return 1;
  for (int l = 0; l < depth; l++)
    if (scanf("%lf %lf %lf %lf", capacity + l, down + l, along + l, across + l) != 4) return 1;
  for (int k = 0; k < 2; k++)
    if (scanf("%lf %lf", film + k, outside + k) != 2) return 1;
  places = columns * rows;
  const long cells = (long)places * depth;
  t = room(cells), change = room(cells), pivot = room(cells);
  first = room(places), top = room(places), topHeat = room(places), back = room(places), backHeat = room(places);
  alongLower = room(columns * depth), alongInverse = room(columns * depth);
  acrossLower = room(rows * depth), acrossInverse = room(rows * depth);
  below = room(columns * depth), right = room(columns * depth);
  for (long i = 0; i < cells; i++) t[i] = start;
  for (int i = 0; i < places; i++) {
    top[i] = film[0], topHeat[i] = film[0] * outside[0];
    back[i] = film[1], backHeat[i] = film[1] * outside[1];
  }
  prepare();
  struct timespec from, to;
  clock_gettime(CLOCK_MONOTONIC, &from);
  double inflow = 0;
  for (int step = 0; step < steps; step++) {
    for (int l = 0; l < depth; l++) layer(l, 1.0 / 3);
    for (int r = rows - 1; r >= 0; r--) inflow += row(r);
  }
  clock_gettime(CLOCK_MONOTONIC, &to);
  printf("%.3f %.10g %.10g\n", (to.tv_sec - from.tv_sec) * 1e3 + (to.tv_nsec - from.tv_nsec) / 1e6, t[cells / 2], inflow);
  return 0;
}
