// The rounds of core/bond/grid-solve.ts in C, for the bench to hold the product's own speed against: a full grid, solved so many times.
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

static int cells, none;
static double *diagonal, *rhs, *toEast, *toSouth, *toWest, *toNorth, *x;
static double *factor, *fw, *fn, *fe, *fs, *residual, *direction, *image, *smoothed;
static int *north, *south;

static double *room(void) { return calloc(cells + 2, sizeof(double)); }

static void factorise(void) {
  for (int i = 0; i < cells; i++) {
    const int w = i > 0 ? i - 1 : none, n = north[i];
    const double cw = toEast[w], cn = toSouth[n];
    const double d = diagonal[i] - cw * cw * factor[w] - cn * cn * factor[n] -
                     0.97 * (cw * toSouth[w] * factor[w] + cn * toEast[n] * factor[n]);
    const double own = 1 / (d > 0.25 * diagonal[i] ? d : diagonal[i]);
    toWest[i] = cw, toNorth[i] = cn, factor[i] = own;
    fw[i] = cw * own, fn[i] = cn * own, fe[i] = toEast[i] * own, fs[i] = toSouth[i] * own;
  }
}

static double multiply(const double *restrict v) {
  double product = 0;
  for (int i = 0; i < cells; i++) {
    const double before = i > 0 ? v[i - 1] : 0;
    const double value = diagonal[i] * v[i] - toEast[i] * v[i + 1] - toWest[i] * before - toSouth[i] * v[south[i]] -
                         toNorth[i] * v[north[i]];
    image[i] = value;
    product += value * v[i];
  }
  return product;
}

static double precondition(void) {
  double near = 0, product = 0;
  for (int i = 0; i < cells; i++) {
    near = residual[i] * factor[i] + fn[i] * smoothed[north[i]] + fw[i] * near;
    smoothed[i] = near;
  }
  near = 0;
  for (int i = cells - 1; i >= 0; i--) {
    near = smoothed[i] + fs[i] * smoothed[south[i]] + fe[i] * near;
    smoothed[i] = near;
    product += near * residual[i];
  }
  return product;
}

static int solve(double tolerance) {
  factorise();
  multiply(x);
  double wanted = 0, left = 0;
  for (int i = 0; i < cells; i++) {
    residual[i] = rhs[i] - image[i];
    wanted += rhs[i] * rhs[i];
    left += residual[i] * residual[i];
  }
  wanted *= tolerance * tolerance;
  double rho = precondition();
  memcpy(direction, smoothed, cells * sizeof(double));
  int k = 0;
  for (; k < 600 && left > wanted; k++) {
    const double alpha = rho / multiply(direction);
    left = 0;
    for (int i = 0; i < cells; i++) {
      x[i] += alpha * direction[i];
      residual[i] -= alpha * image[i];
      left += residual[i] * residual[i];
    }
    const double next = precondition(), beta = next / rho;
    rho = next;
    for (int i = 0; i < cells; i++) direction[i] = smoothed[i] + beta * direction[i];
  }
  return k;
}

// columns rows times tolerance: conductances follow from the cell's number, as in scripts/against-c.ts.
int main(void) {
  int columns, rows, times;
  double tolerance;
  if (scanf("%d %d %d %lf", &columns, &rows, &times, &tolerance) != 4) return 1;
  cells = none = columns * rows;
  diagonal = room(), rhs = room(), toEast = room(), toSouth = room(), toWest = room(), toNorth = room(), x = room();
  factor = room(), fw = room(), fn = room(), fe = room(), fs = room();
  residual = room(), direction = room(), image = room(), smoothed = room();
  north = calloc(cells, sizeof(int)), south = calloc(cells, sizeof(int));
  for (int i = 0; i < cells; i++) {
    const int c = i % columns, r = i / columns;
    toEast[i] = c < columns - 1 ? 1 + i % 7 * 0.1 : 0;
    toSouth[i] = r < rows - 1 ? 1 + i % 5 * 0.1 : 0;
    north[i] = r > 0 ? i - columns : none;
    south[i] = r < rows - 1 ? i + columns : none;
    rhs[i] = 1 + i % 3;
  }
  for (int i = 0; i < cells; i++) {
    const int c = i % columns, r = i / columns;
    diagonal[i] = toEast[i] + toSouth[i] + (c > 0 ? toEast[i - 1] : 2) + (r > 0 ? toSouth[i - columns] : 2) +
                  (c < columns - 1 ? 0 : 2) + (r < rows - 1 ? 0 : 2);
  }
  struct timespec from, to;
  clock_gettime(CLOCK_MONOTONIC, &from);
  int rounds = 0;
  for (int k = 0; k < times; k++) {
    memset(x, 0, (cells + 1) * sizeof(double));
    rounds = solve(tolerance);
  }
  clock_gettime(CLOCK_MONOTONIC, &to);
  printf("%.3f %d %.10g\n", (to.tv_sec - from.tv_sec) * 1e3 + (to.tv_nsec - from.tv_nsec) / 1e6, rounds, x[cells / 2]);
  return 0;
}
