# frozen_string_literal: true

# How long a fit of many increments takes here, and beside it R's optimiser on the same likelihood
# where Rscript is there: ruby bench/growth.rb [ROWS]
require_relative "../config/boot"
require "csv"
require "tempfile"

count = Integer(ARGV[0] || 10_000)
rng = Random.new(4)
normal = -> { Math.sqrt(-2 * Math.log(1 - rng.rand)) * Math.cos(2 * Math::PI * rng.rand) }
rows = Array.new(count) do
  l1 = 220 + (rng.rand * 380)
  years = 0.3 + (rng.rand * 2.7)
  grown = (700 - l1) * (1 - Math.exp(-0.24 * years)) * (1 + (0.12 * normal.call))
  wrong = rng.rand < 0.02 ? (rng.rand * 300) - 150 : 0
  { l1_mm: l1.round, sd1_mm: 3.0, sd2_mm: 6.0, years:,
    l2_mm: (l1 + grown + wrong + (6.7 * normal.call)).round }
end
fit = nil
times = Array.new(5) do
  start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  fit = Core::Estimates::Growth.fit(rows, a_mm: 300, b_mm: 500)
  Process.clock_gettime(Process::CLOCK_MONOTONIC) - start
end
ours = times.sort[2]
puts format("here: %.2f s, the middle of five, -logL %.4f, ga %.3f, gb %.3f", ours, fit.minus_log,
  fit.ga, fit.gb)
exit unless system("which Rscript > /dev/null")

R = <<~R
  d <- read.csv(commandArgs(TRUE)[1]); a <- 300; b <- 500
  grown <- d$l2_mm - d$l1_mm; range <- max(grown) - min(grown)
  f <- function(x) {
    ga <- x[1]; gb <- x[2]; nu <- exp(x[3]); p <- 0.5 / (1 + exp(-x[4]))
    shrink <- 1 + (ga - gb) / (a - b); if (shrink <= 0) return(1e10)
    mu <- ((b * ga - a * gb) / (ga - gb) - d$l1_mm) * (1 - shrink^d$years)
    v <- d$sd1_mm^2 + d$sd2_mm^2 + (nu * mu)^2
    -sum(log((1 - p) * dnorm(grown, mu, sqrt(v)) + p / range))
  }
  t <- median(sapply(1:5, function(i) system.time(o <<- optim(c(80, 40, log(0.15), -3), f,
    method = "BFGS", hessian = TRUE, control = list(maxit = 400)))["elapsed"]))
  cat(sprintf("R: %.2f s, the middle of five, -logL %.4f, ga %.3f, gb %.3f\\n", t, o$value, o$par[1], o$par[2]))
R
Tempfile.create(["increments", ".csv"]) do |file|
  file.write(CSV.generate do |csv|
    [rows.first.keys, *rows.map(&:values)].each do |row|
      csv << row
    end
  end)
  file.flush
  IO.popen(["Rscript", "-e", R, file.path]) { |answer| puts answer.read }
end
