// The command line: what may be said, and what it calls.
#include <CLI/CLI.hpp>
#include <csignal>
#include <iostream>

#include "juggler/version.h"
#include "run.h"
#include "tree.h"

namespace juggler::cli {
namespace {

struct Call {
  Options options;
  std::vector<std::string> jobs;
  std::string shape;
  std::vector<std::string> keys;
  std::string shell;
};

std::string check_format(const std::string& word) {
  const std::vector<std::string>& known = known_formats();
  if (std::find(known.begin(), known.end(), word) != known.end()) return "";
  const std::string near = nearest_word(word, known);
  std::string all;
  for (const std::string& format : known) all += (all.empty() ? "" : ", ") + format;
  return "\"" + word.substr(0, 80) + "\" is no format" +
         (near.empty() ? "" : " (did you mean " + near + "?)") + "; there are " + all;
}

void add_output_options(CLI::App& command, Call& call) {
  Options& o = call.options;
  command.add_option("-o,--output", o.folder, "write the files into this folder (made where missing)")
      ->type_name("DIR");
  command
      .add_option("--formats", o.formats,
                  "what to write: dxf,svg,pdf,png,txt,csv,json (else all these); txt is the\n"
                  "bench card, csv bends and openings; besides: template, full size in tiles,\n"
                  "and the formed part as a solid: obj,stl,glb")
      ->delimiter(',')
      ->allow_extra_args(false)
      ->check(CLI::Validator(check_format, "", "format"))
      ->type_name("LIST");
  command.add_flag("--json", o.json, "print the result document on standard output and nothing else");
  command.add_flag("--draw", o.draw, "draw the blanks in letters on the terminal; with --quiet nothing else");
  command.add_flag("--quiet", o.quiet, "print no numbers");
  command.add_flag("--replace", o.replace, "replace files that are there already");
}

void add_settings(CLI::App& command, Call& call) {
  command
      .add_option("--set", call.options.settings,
                  "give a named size or a dotted key another value; may be repeated")
      ->type_name("NAME=VALUE")
      ->expected(1)
      ->take_all();
  command.add_flag("--any-file", call.options.any_file,
                   "lists, outlines and fonts that a job names may lie outside its folder");
}

void add_jobs(CLI::App& command, Call& call) {
  command.add_option("JOB", call.jobs, "job files")->required()->type_name("JOB.toml...");
}

constexpr const char* exits =
    "Exit codes: 0 done; 2 wrong call; 3 a job or part is refused; 4 a file cannot be read or written;\n"
    "5 a proof failed; 1 anything unforeseen. Of several jobs the worst counts: 1, 5, 4, 3.";

void add_develop(CLI::App& app, Call& call) {
  CLI::App* c = app.add_subcommand("develop", "develop jobs: print the numbers, write the files");
  add_jobs(*c, call);
  add_output_options(*c, call);
  add_settings(*c, call);
  c->footer(std::string("Examples:\n"
                        "  juggler develop cyclone.toml\n"
                        "  juggler develop cyclone.toml -o out --formats dxf,png\n"
                        "  juggler develop cyclone.toml --set body=700 --set part.seam.gap=2 --json\n\n") +
            exits);
}

void add_quick(CLI::App& app, Call& call) {
  CLI::App* c = app.add_subcommand("quick", "develop one part without a job file");
  c->add_option("SHAPE", call.shape, "the shape, see `juggler shapes`")->required()->type_name("");
  c->add_option("KEY=VALUE", call.keys, "keys of [sheet] and [part] without their table's name")
      ->required()
      ->type_name("");
  add_output_options(*c, call);
  add_settings(*c, call);
  c->add_option("--save-job", call.options.save_job, "keep the job as a file")->type_name("FILE");
  c->footer(
      std::string(
          "Examples:\n"
          "  juggler quick cone base.diameter=620 top.diameter=155 height=780 thickness=2 \\\n"
          "      sizes_on=inside seam.gap=1.5\n"
          "  juggler quick cone base.diameter=\"2 ft 3-1/4 in\" top.point=true half_angle=40 thickness=0 \\\n"
          "      job.units=in -o out --save-job cap.toml\n\n") +
      exits);
}

void add_check(CLI::App& app, Call& call) {
  CLI::App* c = app.add_subcommand("check", "say whether jobs can be made, and what to beware of");
  add_jobs(*c, call);
  add_settings(*c, call);
  c->footer(std::string("Example:\n  juggler check *.toml\n\n") + exits);
}

void add_shapes(CLI::App& app, Call& call) {
  CLI::App* c = app.add_subcommand("shapes", "what shapes there are, and what one needs");
  c->add_option("SHAPE", call.shape, "the shape to show")->type_name("");
  c->footer("Example:\n  juggler shapes cone");
}

void add_demo(CLI::App& app, Call& call) {
  CLI::App* c = app.add_subcommand("demo", "write the demo jobs and develop them all");
  c->add_option("-o,--output", call.options.folder, "the folder (else juggler-demo)")->type_name("DIR");
  c->add_flag("--quiet", call.options.quiet, "print no numbers");
  c->add_flag("--replace", call.options.replace, "replace files that are there already");
  c->footer("Example:\n  juggler demo -o demo-out");
}

void add_completion(CLI::App& app, Call& call) {
  CLI::App* c = app.add_subcommand("completion", "print a script that completes commands, options and keys");
  c->add_option("SHELL", call.shell, "bash or zsh")
      ->required()
      ->check(CLI::IsMember({"bash", "zsh"}))
      ->type_name("");
  c->footer(
      "Examples:\n"
      "  juggler completion bash >~/.local/share/bash-completion/completions/juggler\n"
      "  juggler completion zsh >~/.zfunc/_juggler");
}

void add_manual(CLI::App& app) {
  app.add_subcommand("manual", "print the manual page, for man")
      ->footer("Example:\n  juggler manual >juggler.1 && man ./juggler.1");
}

int print(const std::string& text) {
  std::cout << text << std::flush;
  return std::cout ? done : no_file;
}

int dispatch(const CLI::App& app, Call& call) {
  const CLI::App* chosen = app.get_subcommands().front();
  const CLI::Option* formats = chosen->get_option_no_throw("--formats");
  if (formats && formats->count() > 0 && call.options.folder.empty())
    throw CallError("--formats says what to write, but not where to; add -o DIR.");
  const std::string command = chosen->get_name();
  if (command == "develop") return develop(call.jobs, call.options);
  if (command == "quick") return quick(call.shape, call.keys, call.options);
  if (command == "check") return check(call.jobs, call.options);
  if (command == "shapes") return show_shapes(call.shape);
  if (command == "completion") return print(completion(app, call.shell));
  if (command == "manual") return print(manual(app, exits));
  if (call.options.folder.empty()) call.options.folder = "juggler-demo";
  call.options.formats.emplace_back("page");
  return demo(call.options);
}

int run(int argc, char** argv) {
  CLI::App app("Juggler: exact flat blanks of rolled and folded sheet parts, proved by forming them again.",
               "juggler");
  app.set_version_flag("--version", std::string("juggler ") + version);
  app.require_subcommand(1);
  Call call;
  add_develop(app, call);
  add_quick(app, call);
  add_check(app, call);
  add_shapes(app, call);
  add_demo(app, call);
  add_completion(app, call);
  add_manual(app);
  app.footer("Begin with `juggler demo`, then `juggler shapes cone`. `juggler COMMAND --help` has examples.");
  try {
    app.parse(argc, argv);
  } catch (const CLI::ParseError& error) {
    if (error.get_exit_code() == 0) return app.exit(error);
    std::cerr << "juggler: " << error.what() << "." << hint(app, {argv + 1, argv + argc})
              << " See `juggler --help`.\n";
    return wrong_call;
  }
  return guarded(app.get_subcommands().front()->get_name(), [&] { return dispatch(app, call); });
}

}  // namespace
}  // namespace juggler::cli

int main(int argc, char** argv) {
  std::signal(SIGPIPE, SIG_IGN);  // a closed pipe becomes exit code 4, not a killed program
  try {
    return juggler::cli::run(argc, argv);
  } catch (...) {
    std::cerr << "juggler: something unforeseen happened.\n";
    return juggler::cli::unforeseen;
  }
}
