#include <muParser.h>

#include <cmath>
#include <stdexcept>

#include "entries.h"

namespace juggler {
namespace {

constexpr double degree = pi / 180;

double sin_degrees(double x) { return std::sin(x * degree); }
double cos_degrees(double x) { return std::cos(x * degree); }
double tan_degrees(double x) { return std::tan(x * degree); }
double asin_degrees(double x) { return std::asin(x) / degree; }
double acos_degrees(double x) { return std::acos(x) / degree; }
double atan_degrees(double x) { return std::atan(x) / degree; }
double root_of(double x) { return std::sqrt(x); }
double size_of(double x) { return std::abs(x); }
double least_of(double a, double b) { return std::min(a, b); }
double most_of(double a, double b) { return std::max(a, b); }
double sum(double a, double b) { return a + b; }
double difference(double a, double b) { return a - b; }
double product(double a, double b) { return a * b; }
double quotient(double a, double b) { return a / b; }
double power(double a, double b) { return std::pow(a, b); }
double negative(double a) { return -a; }

// By how much measures with a unit are drawn out while it is found out what comes of their units. The
// parser's operators are plain functions: they have no other place to look.
struct Drawn {
  double length = 1;
  double angle = 1;
};
thread_local Drawn drawn;

// A postfix operator is a plain function, so each unit of a job needs one of its own.
template <int Mm10, int Per10>
double in_units(double x) {
  return x * drawn.length * Mm10 / Per10;
}
double in_degrees(double x) { return x * drawn.angle; }

template <int Per10>
void define_units(mu::Parser& p) {
  p.DefinePostfixOprt("mm", in_units<10, Per10>);
  p.DefinePostfixOprt("cm", in_units<100, Per10>);
  p.DefinePostfixOprt("m", in_units<10000, Per10>);
  p.DefinePostfixOprt("in", in_units<254, Per10>);
  p.DefinePostfixOprt("ft", in_units<3048, Per10>);
  p.DefinePostfixOprt("deg", in_degrees);
}

void define_units(mu::Parser& p, const Units& units) {
  if (units.name == "cm") return define_units<100>(p);
  if (units.name == "m") return define_units<10000>(p);
  if (units.name == "in") return define_units<254>(p);
  if (units.name == "ft") return define_units<3048>(p);
  define_units<10>(p);
}

// Only what docs/job.md lists: no assignment, no comparisons; angles in degrees.
void define_language(mu::Parser& p) {
  p.EnableBuiltInOprt(false);
  p.ClearFun();
  p.ClearConst();
  p.DefineNameChars("0123456789_.abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ");
  p.DefineOprt("+", sum, mu::prADD_SUB);
  p.DefineOprt("-", difference, mu::prADD_SUB);
  p.DefineOprt("*", product, mu::prMUL_DIV);
  p.DefineOprt("/", quotient, mu::prMUL_DIV);
  p.DefineOprt("^", power, mu::prPOW, mu::oaRIGHT);
  p.DefineInfixOprt("-", negative);
  p.DefineFun("sin", sin_degrees);
  p.DefineFun("cos", cos_degrees);
  p.DefineFun("tan", tan_degrees);
  p.DefineFun("asin", asin_degrees);
  p.DefineFun("acos", acos_degrees);
  p.DefineFun("atan", atan_degrees);
  p.DefineFun("sqrt", root_of);
  p.DefineFun("abs", size_of);
  p.DefineFun("min", least_of);
  p.DefineFun("max", most_of);
  p.DefineConst("pi", pi);
}

}  // namespace

namespace {

// How a result goes with one kind of measure in the text: not at all, in proportion (but for what has no
// unit), or in another way.
enum class Goes { not_at_all, evenly, otherwise };
Goes goes_with(double Drawn::*kind, const std::function<double()>& result) {
  const auto at = [&](double factor) {
    drawn.*kind = factor;
    const double value = result();
    drawn.*kind = 1;
    return value;
  };
  const double one = at(1);
  const double two = at(2);
  const double three = at(3);
  const double near = within::same * (std::abs(one) + std::abs(two) + std::abs(three));
  if (!(std::abs(two - one) > near)) return Goes::not_at_all;
  return std::abs(three - 2 * two + one) <= near ? Goes::evenly : Goes::otherwise;
}

// 400 mm * 2 mm is no length, 30 deg + 1 neither, and 5 in no angle.
void check_units(Dimension wanted, const std::function<double()>& result) {
  const Goes lengths = goes_with(&Drawn::length, result);
  const Goes angles = goes_with(&Drawn::angle, result);
  if (lengths == Goes::otherwise)
    throw std::invalid_argument(
        "its lengths are multiplied or divided by each other so that no length comes of it");
  if (lengths == Goes::evenly && wanted != Dimension::length && wanted != Dimension::any)
    throw std::invalid_argument("a length comes of it where none is wanted");
  if (angles == Goes::evenly && wanted != Dimension::angle && wanted != Dimension::any)
    throw std::invalid_argument("an angle comes of it where none is wanted");
}

}  // namespace

double evaluate(const std::string& text, const Units& units, Dimension wanted,
                const std::function<double(const std::string&)>& name) {
  if (text.find_first_not_of(" \t") == std::string::npos) throw std::invalid_argument("the text is empty");
  if (text.size() > 1000) throw std::invalid_argument("the expression is longer than 1000 characters");
  try {
    mu::Parser parser;
    define_language(parser);
    define_units(parser, units);
    parser.EnableOptimizer(false);  // what is worked out again must not be kept from the first time
    parser.SetExpr(text);
    const auto used = parser.GetUsedVar();  // a copy: defining a constant empties the parser's own
    for (const auto& [word, unbound] : used) parser.DefineConst(word, name(word));
    int results = 0;
    const double* values = parser.Eval(results);
    if (results != 1) throw std::invalid_argument("a comma makes a list of it; write a point for decimals");
    if (!std::isfinite(values[0])) {
      throw std::invalid_argument("it has no finite value (a division by zero or a root of a negative?)");
    }
    const double value = values[0];
    check_units(wanted, [&] { return parser.Eval(results)[0]; });
    return value;
  } catch (const mu::ParserError& error) {
    throw std::invalid_argument(error.GetMsg());
  }
}

}  // namespace juggler
