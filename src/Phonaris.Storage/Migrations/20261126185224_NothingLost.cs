using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Phonaris.Storage.Migrations
{
    /// <inheritdoc />
    public partial class NothingLost : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Format",
                table: "Versions",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<DateTime>(
                name: "DeletedAt",
                table: "Shows",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Format",
                table: "Shows",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<int>(
                name: "Attempts",
                table: "Jobs",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Format",
                table: "Edits",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<string>(
                name: "Sender",
                table: "Changes",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Format",
                table: "Versions");

            migrationBuilder.DropColumn(
                name: "DeletedAt",
                table: "Shows");

            migrationBuilder.DropColumn(
                name: "Format",
                table: "Shows");

            migrationBuilder.DropColumn(
                name: "Attempts",
                table: "Jobs");

            migrationBuilder.DropColumn(
                name: "Format",
                table: "Edits");

            migrationBuilder.DropColumn(
                name: "Sender",
                table: "Changes");
        }
    }
}
