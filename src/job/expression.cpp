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

// A postfix operator is a plain function, so each unit of a job needs one of its own.
template <int Mm10, int Per10>
double in_units(double x) {
  return x * Mm10 / Per10;
}

template <int Per10>
void define_units(mu::Parser& p) {
  p.DefinePostfixOprt("mm", in_units<10, Per10>);
  p.DefinePostfixOprt("cm", in_units<100, Per10>);
  p.DefinePostfixOprt("m", in_units<10000, Per10>);
  p.DefinePostfixOprt("in", in_units<254, Per10>);
  p.DefinePostfixOprt("ft", in_units<3048, Per10>);
  p.DefinePostfixOprt("deg", in_units<10, 10>);
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

double evaluate(const std::string& text, const Units& units,
                const std::function<double(const std::string&)>& name) {
  if (text.find_first_not_of(" \t") == std::string::npos) throw std::invalid_argument("the text is empty");
  if (text.size() > 1000) throw std::invalid_argument("the expression is longer than 1000 characters");
  try {
    mu::Parser parser;
    define_language(parser);
    define_units(parser, units);
    parser.SetExpr(text);
    const auto used = parser.GetUsedVar();  // a copy: defining a constant empties the parser's own
    for (const auto& [word, unbound] : used) parser.DefineConst(word, name(word));
    int results = 0;
    const double* values = parser.Eval(results);
    if (results != 1) throw std::invalid_argument("a comma makes a list of it; write a point for decimals");
    if (!std::isfinite(values[0])) {
      throw std::invalid_argument("it has no finite value (a division by zero or a root of a negative?)");
    }
    return values[0];
  } catch (const mu::ParserError& error) {
    throw std::invalid_argument(error.GetMsg());
  }
}

}  // namespace juggler
